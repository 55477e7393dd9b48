package gloaming.again;

import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import com.fasterxml.jackson.annotation.JsonTypeName;
import gloaming.look.Refused;
import gloaming.look.Snapshots;
import gloaming.show.Transition;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.json.JsonMapper;

/** Something in a set that concerns more than one player, by the clock of nanoseconds of the machine that recorded it. */
@JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "what")
@JsonSubTypes({
    @JsonSubTypes.Type(SetEvent.Begins.class),
    @JsonSubTypes.Type(SetEvent.Plays.class),
    @JsonSubTypes.Type(SetEvent.Taken.class),
    @JsonSubTypes.Type(SetEvent.Handed.class),
    @JsonSubTypes.Type(SetEvent.Light.class),
    @JsonSubTypes.Type(SetEvent.Frozen.class),
    @JsonSubTypes.Type(SetEvent.CueBegan.class),
    @JsonSubTypes.Type(SetEvent.Until.class),
    @JsonSubTypes.Type(SetEvent.Ends.class)
})
public sealed interface SetEvent {
    JsonMapper JSON = JsonMapper.builder()
            .enable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
            .build();

    long at();

    /** @param time of the day and date, as ISO 8601 has it */
    @JsonTypeName("begins")
    record Begins(long at, String show, String name, String time) implements SetEvent {}

    /** A player is there, by its number, for a look of the show. */
    @JsonTypeName("plays")
    record Plays(long at, int player, String look, String name) implements SetEvent {}

    /**
     * A player came on air.
     *
     * @param picture for {@link Transition.Way#ALONG}, the medium whose light it went along
     * @param code for {@link Transition.Way#OWN}, the text of the shader that it went by; else empty
     */
    @JsonTypeName("take")
    record Taken(
            long at,
            int player,
            double seconds,
            Transition.Way way,
            Snapshots.Way curve,
            double soft,
            String picture,
            String code)
            implements SetEvent {
        public Taken {
            code = code == null ? "" : code;
        }
    }

    /** A hand has brought what came last over what was before so far, 0 to 1; from then on it does not go by time. */
    @JsonTypeName("hand")
    record Handed(long at, double weight) implements SetEvent {}

    /** The light of the output goes somewhere. */
    @JsonTypeName("light")
    record Light(long at, double from, double to, double seconds) implements SetEvent {}

    @JsonTypeName("frozen")
    record Frozen(long at, boolean on) implements SetEvent {}

    @JsonTypeName("cue")
    record CueBegan(long at, String cue, String name) implements SetEvent {}

    /** The set goes on. */
    @JsonTypeName("until")
    record Until(long at) implements SetEvent {}

    @JsonTypeName("ends")
    record Ends(long at) implements SetEvent {}

    default String json() {
        return JSON.writeValueAsString(this);
    }

    static SetEvent read(String json) {
        try {
            return JSON.readValue(json, SetEvent.class);
        } catch (JacksonException e) {
            throw new Refused("The recording is damaged: something in it cannot be read.");
        }
    }
}
