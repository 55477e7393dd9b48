/**
 * Steps that make and change pictures, and the kernels under them. Radii, sizes and speeds are in world units, so a look is
 * the same at every render scale.
 */
package gloaming.picture;
