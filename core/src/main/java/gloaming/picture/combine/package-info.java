/** Steps that bring two pictures together, and the pictures that layers of other kinds are mixed as. */
package gloaming.picture.combine;
