/**
 * Motion between frames, as a signed picture of two channels: red is the speed to the right and green the speed up, in units of
 * the world a second.
 */
package gloaming.motion;
