/** Loops over runs of pixels that steps of all rooms share, the blend modes, and the way out to 8 bits. */
package gloaming.picture.kernel;
