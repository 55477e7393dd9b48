/** Steps that light a scene: sun, lamps, sky, and the fog between. */
package gloaming.scene.light;
