/** Steps that give points numbers, colours and headings, and the rule by which lengths meet. */
package gloaming.points.attribute;
