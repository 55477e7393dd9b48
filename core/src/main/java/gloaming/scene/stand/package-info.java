/** Steps that put things into a scene, move them, join scenes, and lay copies on points. */
package gloaming.scene.stand;
