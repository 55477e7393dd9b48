/**
 * From a scene to a picture: triangles are set up in batches, drawn as depth and number by bands of rows, and each visible place is then
 * shaded once, so that what is hidden costs no light.
 */
package gloaming.scene.render;
