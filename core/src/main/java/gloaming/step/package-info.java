/**
 * What a step is: an {@link gloaming.step.Operation} written as one record in one file, described by its annotations, found
 * by the {@link gloaming.step.Catalogue}. Nothing else names it.
 */
package gloaming.step;
