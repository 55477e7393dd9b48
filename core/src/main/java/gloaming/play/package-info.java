/** From a look to frames: the compiled plan, the player that runs it, the live player that runs it in real time, and the programme, which is what the audience sees. */
package gloaming.play;
