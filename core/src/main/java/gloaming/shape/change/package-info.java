/** Steps that change shapes: bend, twist, push, cut, join. */
package gloaming.shape.change;
