/** The program around the core: pages, sockets, persistence and commands, on Spring Boot. */
package gloaming.web;
