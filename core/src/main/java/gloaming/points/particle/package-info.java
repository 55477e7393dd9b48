/** Steps that let points be born, age and die, and what those leave behind. */
package gloaming.points.particle;
