package gloaming.look;

import com.fasterxml.jackson.annotation.JsonInclude;

/**
 * One lane's picture in the mix.
 *
 * @param lane the id of the lane whose picture it is
 * @param opacity 0 to 1
 * @param mask the id of a lane whose picture's luminance times alpha limits the layer, or null
 * @param follow what drives the opacity, or null
 */
@JsonInclude(JsonInclude.Include.NON_NULL)
public record Layer(String id, String lane, Blend blend, double opacity, boolean hidden, String mask, Follow follow) {
    public Layer {
        Limits.id("A layer", id);
        if (lane == null) throw new Refused("The layer '" + id + "' names no lane.");
        blend = blend == null ? Blend.OVER : blend;
        Limits.within("A layer's opacity", opacity, 0, 1);
    }

    public static Layer of(String id, String lane, Blend blend, double opacity) {
        return new Layer(id, lane, blend, opacity, false, null, null);
    }
}
