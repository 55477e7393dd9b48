/** What lasts: shows, looks with their edits, and media, in an H2 file and a folder beside it. */
package gloaming.web.store;
