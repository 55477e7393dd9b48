/** Steps that make and shape signals. */
package gloaming.signal;
