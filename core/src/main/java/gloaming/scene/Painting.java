package gloaming.scene;

import gloaming.step.Frame;

/** A step that says what all things that come to it are made of. */
public interface Painting extends Staging {

    /** Sets the material of a thing, which is plain grey so far. */
    void paint(Matter material, Frame frame);

    @Override
    default void stage(Scene own, Frame frame) {
        for (int i = 0; i < own.things(); i++) paint(own.thing(i).material.plain(), frame);
    }
}
