/**
 * Pictures, by rooms: what makes them, what changes them, what remembers them, what draws points into them, and the kernels under all.
 * Radii, sizes and speeds are in world units, so a look is the same at every render scale.
 */
package gloaming.picture;
