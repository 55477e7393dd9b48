/** What flows along a lane: signals, pictures and points, the buffers that hold them and the crew that fills them. */
package gloaming.flow;
