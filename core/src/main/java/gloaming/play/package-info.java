/** From a look to frames: the compiled plan, the player that runs it, and the stage that runs the player in real time. */
package gloaming.play;
