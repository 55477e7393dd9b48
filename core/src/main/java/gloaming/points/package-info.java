/**
 * Points, by rooms: layouts, attributes, arranging, forces, particles. Points live in world space: y from -1 to 1 over the picture's
 * height.
 */
package gloaming.points;
