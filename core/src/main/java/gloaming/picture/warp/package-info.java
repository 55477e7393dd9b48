/** Steps that take pixels from other places, and the sampler they go by. */
package gloaming.picture.warp;
