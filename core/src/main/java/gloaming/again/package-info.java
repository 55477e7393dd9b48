/** A set as it was played, from its recording: the same pictures to the bit, at the size they had or at another. */
package gloaming.again;
