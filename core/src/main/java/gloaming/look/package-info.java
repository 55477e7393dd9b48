/** The document: a look as an immutable tree of records, the edits that change it, and its file format. */
package gloaming.look;
