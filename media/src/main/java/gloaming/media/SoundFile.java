package gloaming.media;

import static org.bytedeco.ffmpeg.global.avcodec.av_packet_alloc;
import static org.bytedeco.ffmpeg.global.avcodec.av_packet_free;
import static org.bytedeco.ffmpeg.global.avcodec.av_packet_unref;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_alloc_context3;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_find_decoder;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_free_context;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_open2;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_parameters_to_context;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_receive_frame;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_send_packet;
import static org.bytedeco.ffmpeg.global.avformat.av_find_best_stream;
import static org.bytedeco.ffmpeg.global.avformat.av_read_frame;
import static org.bytedeco.ffmpeg.global.avformat.avformat_close_input;
import static org.bytedeco.ffmpeg.global.avformat.avformat_find_stream_info;
import static org.bytedeco.ffmpeg.global.avformat.avformat_open_input;
import static org.bytedeco.ffmpeg.global.avutil.AVMEDIA_TYPE_AUDIO;
import static org.bytedeco.ffmpeg.global.avutil.AV_LOG_QUIET;
import static org.bytedeco.ffmpeg.global.avutil.AV_SAMPLE_FMT_S16;
import static org.bytedeco.ffmpeg.global.avutil.av_channel_layout_default;
import static org.bytedeco.ffmpeg.global.avutil.av_dict_free;
import static org.bytedeco.ffmpeg.global.avutil.av_dict_set;
import static org.bytedeco.ffmpeg.global.avutil.av_frame_alloc;
import static org.bytedeco.ffmpeg.global.avutil.av_frame_free;
import static org.bytedeco.ffmpeg.global.avutil.av_log_set_level;
import static org.bytedeco.ffmpeg.global.swresample.swr_alloc_set_opts2;
import static org.bytedeco.ffmpeg.global.swresample.swr_convert;
import static org.bytedeco.ffmpeg.global.swresample.swr_free;
import static org.bytedeco.ffmpeg.global.swresample.swr_get_out_samples;
import static org.bytedeco.ffmpeg.global.swresample.swr_init;

import java.nio.file.Path;
import java.util.Arrays;
import java.util.Set;
import org.bytedeco.ffmpeg.avcodec.AVCodecContext;
import org.bytedeco.ffmpeg.avcodec.AVPacket;
import org.bytedeco.ffmpeg.avformat.AVFormatContext;
import org.bytedeco.ffmpeg.avformat.AVInputFormat;
import org.bytedeco.ffmpeg.avutil.AVChannelLayout;
import org.bytedeco.ffmpeg.avutil.AVDictionary;
import org.bytedeco.ffmpeg.avutil.AVFrame;
import org.bytedeco.ffmpeg.swresample.SwrContext;
import org.bytedeco.javacpp.PointerPointer;
import org.bytedeco.javacpp.ShortPointer;

/** Decodes WAV, FLAC, Ogg and MP3 files whole, to mono at 48 kHz. */
public final class SoundFile {
    private static final int RATE = 48_000;
    /** Seconds: what is longer is refused, as it is kept in memory (six bytes a thousandth of a second). */
    public static final int LONGEST = 40 * 60;

    private static final Set<String> FORMATS = Set.of("wav", "flac", "ogg", "mp3");

    static {
        av_log_set_level(AV_LOG_QUIET);
    }

    private SoundFile() {}

    /** The sound in a file; {@link Unreadable} when it is no such file, damaged from the start, or too long. */
    public static Recording read(Path file, String name) throws Unreadable {
        AVFormatContext format = new AVFormatContext(null);
        // A playlist or a script of another format could name files of its own.
        AVDictionary options = new AVDictionary(null);
        av_dict_set(options, "format_whitelist", String.join(",", FORMATS), 0);
        av_dict_set(options, "protocol_whitelist", "file", 0);
        int opened = avformat_open_input(format, file.toString(), (AVInputFormat) null, options);
        av_dict_free(options);
        if (opened < 0) {
            throw new Unreadable("'" + name + "' is no sound file that can be read; WAV, FLAC, Ogg and MP3 can.");
        }
        AVCodecContext codec = null;
        SwrContext convert = null;
        AVFrame frame = av_frame_alloc();
        AVPacket packet = av_packet_alloc();
        Samples samples = new Samples(name);
        try {
            String kind = format.iformat().name().getString();
            if (!FORMATS.contains(kind)) {
                throw new Unreadable(
                        "'" + name + "' is a file of the kind " + kind + "; WAV, FLAC, Ogg and MP3 can be read.");
            }
            if (avformat_find_stream_info(format, (PointerPointer<?>) null) < 0) throw damaged(name);
            int stream = av_find_best_stream(format, AVMEDIA_TYPE_AUDIO, -1, -1, (PointerPointer<?>) null, 0);
            if (stream < 0) throw new Unreadable("There is no sound in '" + name + "'.");
            var parameters = format.streams(stream).codecpar();
            var decoder = avcodec_find_decoder(parameters.codec_id());
            if (decoder == null)
                throw new Unreadable("The sound in '" + name + "' is coded in a way that cannot be read.");
            codec = avcodec_alloc_context3(decoder);
            avcodec_parameters_to_context(codec, parameters);
            if (avcodec_open2(codec, decoder, (AVDictionary) null) < 0) throw damaged(name);
            while (av_read_frame(format, packet) >= 0) {
                if (packet.stream_index() == stream && avcodec_send_packet(codec, packet) >= 0) {
                    while (avcodec_receive_frame(codec, frame) >= 0) {
                        if (convert == null) convert = converter(frame, name);
                        samples.add(convert, frame);
                    }
                }
                av_packet_unref(packet);
            }
            avcodec_send_packet(codec, null);
            while (avcodec_receive_frame(codec, frame) >= 0) {
                if (convert == null) convert = converter(frame, name);
                samples.add(convert, frame);
            }
            if (samples.length == 0) throw damaged(name);
            return new Recording(name, RATE, 0, Arrays.copyOf(samples.all, samples.length));
        } finally {
            av_packet_free(packet);
            av_frame_free(frame);
            if (codec != null) avcodec_free_context(codec);
            if (convert != null) swr_free(convert);
            avformat_close_input(format);
        }
    }

    private static Unreadable damaged(String name) {
        return new Unreadable("'" + name + "' is damaged or cut off: no sound could be read from it.");
    }

    private static SwrContext converter(AVFrame frame, String name) throws Unreadable {
        SwrContext convert = new SwrContext(null);
        AVChannelLayout mono = new AVChannelLayout();
        av_channel_layout_default(mono, 1);
        swr_alloc_set_opts2(
                convert,
                mono,
                AV_SAMPLE_FMT_S16,
                RATE,
                frame.ch_layout(),
                frame.format(),
                frame.sample_rate(),
                0,
                null);
        if (swr_init(convert) < 0) throw damaged(name);
        return convert;
    }

    /** Samples so far, in an array that grows. */
    private static final class Samples {
        private final String name;
        private short[] all = new short[RATE * 60];
        private int length;

        Samples(String name) {
            this.name = name;
        }

        void add(SwrContext convert, AVFrame frame) throws Unreadable {
            int room = swr_get_out_samples(convert, frame.nb_samples());
            try (ShortPointer out = new ShortPointer(Math.max(1, room));
                    PointerPointer<ShortPointer> planes = new PointerPointer<ShortPointer>(1).put(0, out)) {
                int got = swr_convert(convert, planes, room, frame.extended_data(), frame.nb_samples());
                if (got <= 0) return;
                if ((long) length + got > (long) LONGEST * RATE) {
                    throw new Unreadable("'" + name + "' is longer than " + LONGEST / 60 + " minutes.");
                }
                if (length + got > all.length) all = Arrays.copyOf(all, Math.max(length + got, all.length * 2));
                out.get(all, length, got);
                length += got;
            }
        }
    }
}
