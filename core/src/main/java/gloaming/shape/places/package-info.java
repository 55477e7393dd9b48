/** Steps from shapes to points. */
package gloaming.shape.places;
