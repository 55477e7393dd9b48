/** What is live: the stage, the sockets that watch and change it, and the courier between them. */
package gloaming.web.live;
