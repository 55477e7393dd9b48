/** What stands in the world, what it is made of and what lights it. The steps that build a scene and look at it stand in the rooms. */
package gloaming.scene;
