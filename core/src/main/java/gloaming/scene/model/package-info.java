/** Models with what they are made of, and how they move. */
package gloaming.scene.model;
