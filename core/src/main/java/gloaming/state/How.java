package gloaming.state;

import gloaming.look.Id;

/** What tells which state it is: a number, or a trigger that takes each in turn. */
public enum How {
    @Id("number")
    NUMBER,
    @Id("turn")
    TURN
}
