/** Steps that change colours where they are, by curves, ramps, keys and steps of tone. */
package gloaming.picture.colour;
