/** Steps that look at a pixel's neighbours: blurs, glows, edges, relief. */
package gloaming.picture.filter;
