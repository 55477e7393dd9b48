/** Steps that lay points out: grids, rings, solids, along pictures, files and signals. */
package gloaming.points.layout;
