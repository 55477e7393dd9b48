/** A skin round points. */
package gloaming.shape.skin;
