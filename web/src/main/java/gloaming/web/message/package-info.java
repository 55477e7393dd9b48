/**
 * What pages and the program say to one another over the live socket, as records: read once at the door, written once on the way
 * out. The types of the pages' scripts are generated from them.
 */
package gloaming.web.message;
