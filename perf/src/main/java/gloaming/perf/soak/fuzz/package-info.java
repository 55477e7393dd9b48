/** Entrances for bytes from anywhere, as a fuzzer drives them: each takes any bytes and answers with nothing but what it may. */
package gloaming.perf.soak.fuzz;
