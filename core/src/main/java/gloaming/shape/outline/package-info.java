/** Outlines of pictures as loops of places, and solids drawn out of them. */
package gloaming.shape.outline;
