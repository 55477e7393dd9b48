/** Measures what the program costs, each beside a peer in the same process or minute. */
package gloaming.perf;
