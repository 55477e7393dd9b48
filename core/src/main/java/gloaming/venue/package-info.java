/**
 * Where the picture is shown: surfaces, each with four corners in what leaves, a part of the picture, and how it lies there.
 *
 * <p>{@link gloaming.venue.Venue} and {@link gloaming.venue.Surface} are data; {@link gloaming.venue.VenueMap} lays pictures on them.
 */
package gloaming.venue;
