package gloaming.kind;

import gloaming.flow.Flow;

/** How often a bell has been struck: the smallest thing that can flow. */
public record Chime(long strokes) implements Flow {}
