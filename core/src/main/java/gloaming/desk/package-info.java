/**
 * The artist's hands on a look: what arrives from controllers ({@link gloaming.desk.Inbox}) and how it moves settings ({@link
 * gloaming.desk.Grasp}).
 *
 * <p>Devices write into controls from threads of their own; the frame reads them without waiting. A hand's value lies over the document's
 * while it is held, and becomes part of the document when the hand rests.
 */
package gloaming.desk;
