/** Steps that move points over time, and what they know of neighbours and of their own past. */
package gloaming.points.force;
