/**
 * Formulas: ordinary arithmetic with the names of lanes, as it is typed into any number field after {@code =} and into the Formula step.
 *
 * <p>{@link gloaming.formula.Parser} makes a tree of the text, {@link gloaming.formula.Plain} works it out as it stands and is the oracle
 * of {@link gloaming.formula.Compiler}, which makes bytecode of it. In documents lanes stand by their ids, so that renaming one changes
 * nothing; {@link gloaming.formula.Formula} turns them into names and back.
 */
package gloaming.formula;
