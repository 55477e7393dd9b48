/** {@code ./gloaming soak}: the program under attack and over a long evening, and a table of what became of it. */
package gloaming.perf.soak;
