/**
 * Going from one state to another without a leap: which state it is, and how numbers and turns pass over from where they were shown to where
 * their new state has them.
 *
 * <p>What has states is a step of its kind ({@code States}, {@code States in space}, {@code States of a number}); this is what they share.
 */
package gloaming.state;
