/** Steps that say what the things of a scene are made of. */
package gloaming.scene.material;
