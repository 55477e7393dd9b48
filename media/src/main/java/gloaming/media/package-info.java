/** Files and codecs: what turns bytes into sound and pictures into bytes. FFmpeg does the coding. */
package gloaming.media;
