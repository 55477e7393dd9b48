/** Smooth noise over space and time: the plain functions, and the same by vectors. */
package gloaming.noise;
