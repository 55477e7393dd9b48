package gloaming.look;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonInclude;
import com.fasterxml.jackson.annotation.JsonProperty;

/**
 * A setting that stands on the performance strip.
 *
 * @param of the id of a step or of a layer
 * @param setting the setting's id; of a layer {@code opacity}
 * @param name what it says above it, or empty for the setting's own name
 * @param low where its control begins, or null for the setting's own range
 * @param high where its control ends, or null
 */
@JsonInclude(JsonInclude.Include.NON_NULL)
public record Lifted(String of, String setting, String name, Double low, Double high) {
    @JsonCreator
    public Lifted(
            @JsonProperty("of") String of,
            @JsonProperty("setting") String setting,
            @JsonProperty("name") String name,
            @JsonProperty("low") Double low,
            @JsonProperty("high") Double high) {
        if (of == null || setting == null) throw new Refused("The performance strip names no setting.");
        this.of = of;
        this.setting = setting;
        this.name = name == null ? "" : name.strip();
        if (this.name.length() > Limits.NAME)
            throw new Refused("A name on the performance strip is over " + Limits.NAME + " characters long.");
        this.low = low == null ? null : Limits.finite("The low end", low);
        this.high = high == null ? null : Limits.finite("The high end", high);
    }

    public Lifted(String of, String setting, String name) {
        this(of, setting, name, null, null);
    }
}
