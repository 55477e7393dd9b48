/** What the shell script calls: start, demo and render. */
package gloaming.web.command;
