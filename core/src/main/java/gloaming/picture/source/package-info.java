/** Steps that make pictures out of nothing: plain, gradients, noises. */
package gloaming.picture.source;
