/** Steps that lay out, sow and move points. Points live in world space: y from -1 to 1 over the picture's height. */
package gloaming.points;
