/** What the look hears: samples by show time, their analysis, and the house band that plays when nobody else does. */
package gloaming.sound;
