/** Steps that make shapes: solids, sheets, profiles turned about an axis, tubes along points, outlines drawn out. */
package gloaming.shape.make;
