/** The evening: the run sheet with its cues, how one section follows on another, and where in the sheet a show is. */
package gloaming.show;
