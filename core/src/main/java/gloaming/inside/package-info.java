/** A look within a look: a player of its own in the frame of another. */
package gloaming.inside;
