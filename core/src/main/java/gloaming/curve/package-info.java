/** Keyed curves: values at times, and how they go on from one to the next. */
package gloaming.curve;
