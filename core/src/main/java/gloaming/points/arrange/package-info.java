/** Steps that choose, order, copy, place and bend points. */
package gloaming.points.arrange;
