/** Points drawn into pictures: dots, sprites, links, lines. */
package gloaming.picture.drawing;
