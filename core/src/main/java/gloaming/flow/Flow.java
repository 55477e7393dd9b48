package gloaming.flow;

/** Something that leaves a step: valid for the frame it was made in, and read by whoever stands downstream. */
public interface Flow {}
