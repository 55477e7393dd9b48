package gloaming.media;

import static org.bytedeco.ffmpeg.global.avcodec.AV_CODEC_ID_AV1;
import static org.bytedeco.ffmpeg.global.avcodec.AV_EF_EXPLODE;
import static org.bytedeco.ffmpeg.global.avcodec.av_packet_alloc;
import static org.bytedeco.ffmpeg.global.avcodec.av_packet_free;
import static org.bytedeco.ffmpeg.global.avcodec.av_packet_unref;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_alloc_context3;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_find_decoder;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_find_decoder_by_name;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_flush_buffers;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_free_context;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_get_name;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_open2;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_parameters_to_context;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_receive_frame;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_send_packet;
import static org.bytedeco.ffmpeg.global.avformat.AVSEEK_FLAG_BACKWARD;
import static org.bytedeco.ffmpeg.global.avformat.av_find_best_stream;
import static org.bytedeco.ffmpeg.global.avformat.av_find_input_format;
import static org.bytedeco.ffmpeg.global.avformat.av_guess_frame_rate;
import static org.bytedeco.ffmpeg.global.avformat.av_read_frame;
import static org.bytedeco.ffmpeg.global.avformat.av_seek_frame;
import static org.bytedeco.ffmpeg.global.avformat.avformat_close_input;
import static org.bytedeco.ffmpeg.global.avformat.avformat_find_stream_info;
import static org.bytedeco.ffmpeg.global.avformat.avformat_open_input;
import static org.bytedeco.ffmpeg.global.avutil.AVMEDIA_TYPE_VIDEO;
import static org.bytedeco.ffmpeg.global.avutil.AV_LOG_QUIET;
import static org.bytedeco.ffmpeg.global.avutil.AV_NOPTS_VALUE;
import static org.bytedeco.ffmpeg.global.avutil.av_dict_free;
import static org.bytedeco.ffmpeg.global.avutil.av_dict_set;
import static org.bytedeco.ffmpeg.global.avutil.av_frame_alloc;
import static org.bytedeco.ffmpeg.global.avutil.av_frame_free;
import static org.bytedeco.ffmpeg.global.avutil.av_log_set_level;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Set;
import org.bytedeco.ffmpeg.avcodec.AVCodecContext;
import org.bytedeco.ffmpeg.avcodec.AVPacket;
import org.bytedeco.ffmpeg.avformat.AVFormatContext;
import org.bytedeco.ffmpeg.avformat.AVInputFormat;
import org.bytedeco.ffmpeg.avformat.AVStream;
import org.bytedeco.ffmpeg.avutil.AVDictionary;
import org.bytedeco.ffmpeg.avutil.AVFrame;
import org.bytedeco.ffmpeg.avutil.AVRational;
import org.bytedeco.javacpp.PointerPointer;

/**
 * The pictures of a clip or picture file, decoded one after another.
 *
 * <p>Only formats that hold their pictures themselves are opened: a playlist that names other files is not. What is larger than
 * {@value #MOST_SIDE} a side or {@value #MOST_PIXELS} pixels is refused before a pixel is decoded. One thread at a time.
 */
final class Film implements AutoCloseable {
    static final int MOST_SIDE = 16_384;
    static final long MOST_PIXELS = 50_000_000;
    private static final String CLIPS = "mov,mp4,m4a,3gp,3g2,mj2,matroska,webm,avi,gif";
    private static final String STILLS = "png_pipe,jpeg_pipe,webp_pipe,tiff_pipe,hdr_pipe";
    private static final Set<String> KNOWN = Set.of((CLIPS + "," + STILLS).split(","));

    static {
        av_log_set_level(AV_LOG_QUIET);
    }

    private final String name;
    private final AVFormatContext format = new AVFormatContext(null);
    private final AVFrame frame = av_frame_alloc();
    private final AVPacket packet = av_packet_alloc();
    private AVCodecContext codec;
    private AVStream stream;
    private int index;
    private boolean ended;
    private long counted = -1;

    /** Opens a file; {@link Unreadable} with one sentence when it holds no pictures that can be decoded. */
    Film(Path file, String name, boolean strict) throws Unreadable {
        this.name = name;
        boolean whole = false;
        try {
            open(file, strict);
            whole = true;
        } finally {
            if (!whole) close();
        }
    }

    private void open(Path file, boolean strict) throws Unreadable {
        AVDictionary options = new AVDictionary(null);
        av_dict_set(options, "format_whitelist", String.join(",", KNOWN), 0);
        av_dict_set(options, "protocol_whitelist", "file", 0);
        int opened = avformat_open_input(format, file.toString(), known(file), options);
        av_dict_free(options);
        if (opened < 0) {
            format.setNull();
            throw new Unreadable(
                    "'" + name
                            + "' is nothing that can be read. Pictures can be PNG, JPEG, WebP, GIF, TIFF or HDR, clips MP4, MOV, WebM, MKV or AVI, sounds WAV, FLAC, Ogg or MP3, fonts TTF or OTF.");
        }
        if (avformat_find_stream_info(format, (PointerPointer<?>) null) < 0) throw damaged();
        index = av_find_best_stream(format, AVMEDIA_TYPE_VIDEO, -1, -1, (PointerPointer<?>) null, 0);
        if (index < 0) throw new Unreadable("There is no picture in '" + name + "'.");
        stream = format.streams(index);
        var parameters = stream.codecpar();
        String coding = avcodec_get_name(parameters.codec_id()).getString();
        // The first decoder found for AV1 only works with a graphics card.
        var decoder = parameters.codec_id() == AV_CODEC_ID_AV1
                ? avcodec_find_decoder_by_name("libaom-av1")
                : avcodec_find_decoder(parameters.codec_id());
        if (decoder == null) {
            throw new Unreadable("'" + name + "' is coded as " + coding + ", which cannot be decoded here.");
        }
        if (parameters.width() < 1 || parameters.height() < 1) throw damaged();
        size(parameters.width(), parameters.height());
        codec = avcodec_alloc_context3(decoder);
        avcodec_parameters_to_context(codec, parameters);
        codec.pkt_timebase(stream.time_base());
        // A damaged frame may say that it is a thousand times as large as the film.
        long pixels = (long) parameters.width() * parameters.height();
        codec.max_pixels(Math.min(MOST_PIXELS, Math.max(4 * pixels, 1_000_000)));
        codec.thread_count(still() ? 1 : 2);
        // A tag it does not know counts as an error to the decoder of TIFF.
        if (strict && !coding().equals("tiff")) codec.err_recognition(AV_EF_EXPLODE);
        if (avcodec_open2(codec, decoder, (AVDictionary) null) < 0) throw damaged();
    }

    /** The format that the first bytes tell, or null: a file's ending would count for more than they do. */
    private static AVInputFormat known(Path file) {
        String head;
        try (InputStream in = Files.newInputStream(file)) {
            head = new String(in.readNBytes(12), StandardCharsets.ISO_8859_1);
        } catch (IOException e) {
            return null;
        }
        String name = head.startsWith("\u0089PNG")
                ? "png_pipe"
                : head.startsWith("\u00ff\u00d8\u00ff")
                        ? "jpeg_pipe"
                        : head.startsWith("II*\0") || head.startsWith("MM\0*")
                                ? "tiff_pipe"
                                : head.startsWith("#?RADIANCE") || head.startsWith("#?RGBE")
                                        ? "hdr_pipe"
                                        : head.startsWith("RIFF") && head.startsWith("WEBP", 8)
                                                ? "webp_pipe"
                                                : head.startsWith("GIF8") ? "gif" : null;
        return name == null ? null : av_find_input_format(name);
    }

    private void size(int width, int height) throws Unreadable {
        if (Math.max(width, height) > MOST_SIDE || (long) width * height > MOST_PIXELS) {
            throw new Unreadable(
                    "'" + name + "' has " + width + " by " + height + " pixels; at most " + MOST_PIXELS / 1_000_000
                            + " million pixels and " + MOST_SIDE + " a side can be shown. Make it smaller first.");
        }
    }

    private Unreadable damaged() {
        return new Unreadable("'" + name + "' is damaged, cut off or far too large: no picture could be read from it.");
    }

    /** Whether the file's format holds single pictures. */
    boolean still() {
        return Set.of(STILLS.split(",")).contains(format.iformat().name().getString());
    }

    /** How the pictures are coded, in a word. */
    String coding() {
        return avcodec_get_name(stream.codecpar().codec_id()).getString();
    }

    /** Frames a second, by the file's own word. */
    double rate() {
        AVRational rate = av_guess_frame_rate(format, stream, null);
        double perSecond = rate.den() == 0 ? 0 : (double) rate.num() / rate.den();
        return perSecond > 0 && perSecond <= 1_000 ? perSecond : 25;
    }

    /** Seconds the file says it lasts; 0 when it says nothing. */
    double seconds() {
        return format.duration() == AV_NOPTS_VALUE ? 0 : format.duration() / 1e6;
    }

    /** Width over height of one pixel. */
    double pixelShape() {
        AVRational shape = stream.codecpar().sample_aspect_ratio();
        return shape.num() > 0 && shape.den() > 0 ? (double) shape.num() / shape.den() : 1;
    }

    /** Runs through the whole file without decoding and counts its pictures. */
    int count() {
        int n = 0;
        while (av_read_frame(format, packet) >= 0) {
            if (packet.stream_index() == index) n++;
            av_packet_unref(packet);
        }
        return n;
    }

    /** Decodes the next picture into {@link #frame}; false at the end. A picture that cannot be decoded is passed over. */
    boolean next() {
        while (true) {
            if (avcodec_receive_frame(codec, frame) >= 0) {
                long pts = frame.best_effort_timestamp();
                counted = pts == AV_NOPTS_VALUE ? counted + 1 : number(pts);
                return true;
            }
            if (ended) return false;
            if (av_read_frame(format, packet) < 0) {
                ended = true;
                avcodec_send_packet(codec, null);
                continue;
            }
            if (packet.stream_index() == index) avcodec_send_packet(codec, packet);
            av_packet_unref(packet);
        }
    }

    /** The first picture; {@link Unreadable} when it is damaged. */
    AVFrame first() throws Unreadable {
        if (!next()) throw damaged();
        return frame;
    }

    private long number(long pts) {
        long start = stream.start_time() == AV_NOPTS_VALUE ? 0 : stream.start_time();
        double seconds = (pts - start)
                * (double) stream.time_base().num()
                / stream.time_base().den();
        return Math.round(seconds * rate());
    }

    /** Which picture {@link #frame} is, from 0, by its time. */
    int number() {
        return (int) counted;
    }

    AVFrame frame() {
        return frame;
    }

    /** Goes to the last picture at or before {@code n} from which decoding can start; {@link #next} gives it. */
    void seek(int n) {
        long start = stream.start_time() == AV_NOPTS_VALUE ? 0 : stream.start_time();
        double seconds = Math.max(0, n - 0.25) / rate();
        long at = start
                + (long)
                        (seconds * stream.time_base().den() / stream.time_base().num());
        if (av_seek_frame(format, index, at, AVSEEK_FLAG_BACKWARD) < 0)
            av_seek_frame(format, index, start, AVSEEK_FLAG_BACKWARD);
        avcodec_flush_buffers(codec);
        ended = false;
        counted = n - 1L;
    }

    @Override
    public void close() {
        av_packet_free(packet);
        av_frame_free(frame);
        if (codec != null) avcodec_free_context(codec);
        if (!format.isNull()) avformat_close_input(format);
    }
}
