/** Steps that look at a scene and give a picture of it. */
package gloaming.scene.view;
