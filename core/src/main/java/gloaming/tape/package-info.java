/** All that a player's frames depend on, as it came, written down while it plays and read again: see docs/sets.md. */
package gloaming.tape;
