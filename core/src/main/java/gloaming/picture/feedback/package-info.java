/** Steps that remember frames: echoes, delays, long exposure, a background to take away. */
package gloaming.picture.feedback;
