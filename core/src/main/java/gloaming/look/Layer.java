package gloaming.look;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonInclude;
import com.fasterxml.jackson.annotation.JsonProperty;

/**
 * One lane's picture in the mix.
 *
 * @param lane the id of the lane whose picture it is
 * @param opacity 0 to 1
 * @param mask the id of a lane whose picture's luminance times alpha limits the layer, or null
 * @param follow what drives the opacity, or null
 * @param formula what the opacity comes to, before what it follows, or null; lanes stand in it as {@code {id}}
 */
@JsonInclude(JsonInclude.Include.NON_NULL)
public record Layer(
        String id,
        String lane,
        Blend blend,
        double opacity,
        boolean hidden,
        String mask,
        Follow follow,
        String formula) {
    @JsonCreator
    public Layer(
            @JsonProperty("id") String id,
            @JsonProperty("lane") String lane,
            @JsonProperty("blend") Blend blend,
            @JsonProperty("opacity") double opacity,
            @JsonProperty("hidden") boolean hidden,
            @JsonProperty("mask") String mask,
            @JsonProperty("follow") Follow follow,
            @JsonProperty("formula") String formula) {
        this.id = Limits.id("A layer", id);
        if (lane == null) throw new Refused("The layer '" + id + "' names no lane.");
        this.lane = lane;
        this.blend = blend == null ? Blend.OVER : blend;
        this.opacity = Limits.within("A layer's opacity", opacity, 0, 1);
        this.hidden = hidden;
        this.mask = mask;
        this.follow = follow;
        if (formula != null && formula.length() > Limits.FORMULA)
            throw new Refused("A formula is over " + Limits.FORMULA + " characters long.");
        this.formula = formula;
    }

    public Layer(String id, String lane, Blend blend, double opacity, boolean hidden, String mask, Follow follow) {
        this(id, lane, blend, opacity, hidden, mask, follow, null);
    }

    public static Layer of(String id, String lane, Blend blend, double opacity) {
        return new Layer(id, lane, blend, opacity, false, null, null);
    }

    public Layer withOpacity(double opacity) {
        return new Layer(id, lane, blend, opacity, hidden, mask, follow, formula);
    }

    /** Driven by a formula, or with null by none; what it followed it follows no more. */
    public Layer withFormula(String formula) {
        return new Layer(id, lane, blend, opacity, hidden, mask, formula == null ? follow : null, formula);
    }
}
