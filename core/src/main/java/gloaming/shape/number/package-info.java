/** Numbers that the corners of a shape carry by name, and what is made of them. */
package gloaming.shape.number;
