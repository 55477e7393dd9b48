/** Triangles in space: what they are made of, and how they are shown by themselves. The steps that make and change them stand in the rooms. */
package gloaming.shape;
