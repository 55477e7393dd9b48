/** What was brought in from outside, as a step finds it: by reference, in the frame's own shape, and without ever waiting. */
package gloaming.library;
