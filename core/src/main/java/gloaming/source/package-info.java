/** Steps that show what was brought in, and stand-ins for what might be: stills, clips, lettering, cameras. */
package gloaming.source;
