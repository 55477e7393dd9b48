package gloaming.media;

import static org.bytedeco.ffmpeg.global.avcodec.AV_CODEC_FLAG_GLOBAL_HEADER;
import static org.bytedeco.ffmpeg.global.avcodec.av_packet_alloc;
import static org.bytedeco.ffmpeg.global.avcodec.av_packet_free;
import static org.bytedeco.ffmpeg.global.avcodec.av_packet_rescale_ts;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_alloc_context3;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_find_encoder_by_name;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_free_context;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_open2;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_parameters_from_context;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_receive_packet;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_send_frame;
import static org.bytedeco.ffmpeg.global.avformat.AVFMT_GLOBALHEADER;
import static org.bytedeco.ffmpeg.global.avformat.AVIO_FLAG_WRITE;
import static org.bytedeco.ffmpeg.global.avformat.av_interleaved_write_frame;
import static org.bytedeco.ffmpeg.global.avformat.av_write_trailer;
import static org.bytedeco.ffmpeg.global.avformat.avformat_alloc_output_context2;
import static org.bytedeco.ffmpeg.global.avformat.avformat_free_context;
import static org.bytedeco.ffmpeg.global.avformat.avformat_new_stream;
import static org.bytedeco.ffmpeg.global.avformat.avformat_write_header;
import static org.bytedeco.ffmpeg.global.avformat.avio_closep;
import static org.bytedeco.ffmpeg.global.avformat.avio_open;
import static org.bytedeco.ffmpeg.global.avutil.AV_PIX_FMT_RGBA;
import static org.bytedeco.ffmpeg.global.avutil.av_frame_alloc;
import static org.bytedeco.ffmpeg.global.avutil.av_frame_free;
import static org.bytedeco.ffmpeg.global.avutil.av_frame_get_buffer;
import static org.bytedeco.ffmpeg.global.avutil.av_frame_make_writable;
import static org.bytedeco.ffmpeg.global.avutil.av_get_pix_fmt;
import static org.bytedeco.ffmpeg.global.swscale.SWS_BICUBIC;
import static org.bytedeco.ffmpeg.global.swscale.sws_freeContext;
import static org.bytedeco.ffmpeg.global.swscale.sws_getContext;
import static org.bytedeco.ffmpeg.global.swscale.sws_scale;

import java.nio.file.Path;
import org.bytedeco.ffmpeg.avcodec.AVCodecContext;
import org.bytedeco.ffmpeg.avcodec.AVPacket;
import org.bytedeco.ffmpeg.avformat.AVFormatContext;
import org.bytedeco.ffmpeg.avformat.AVIOContext;
import org.bytedeco.ffmpeg.avformat.AVOutputFormat;
import org.bytedeco.ffmpeg.avutil.AVDictionary;
import org.bytedeco.ffmpeg.avutil.AVFrame;
import org.bytedeco.ffmpeg.avutil.AVRational;
import org.bytedeco.ffmpeg.swscale.SwsFilter;
import org.bytedeco.javacpp.BytePointer;
import org.bytedeco.javacpp.DoublePointer;
import org.bytedeco.javacpp.IntPointer;
import org.bytedeco.javacpp.PointerPointer;

/** Writes real clips and pictures with real encoders for the tests. */
public final class Filming {
    /** The colour of a pixel, from the top left: red, green, blue, alpha in four bytes from the highest. */
    public interface Scene {
        int at(int frame, int x, int y);
    }

    private Filming() {}

    /** A scene whose frames tell their number: eight blocks from left to right, black or white, the lowest bit first. */
    public static Scene numbered(int width) {
        return (frame, x, y) -> (frame >> Math.min(7, x * 8 / width) & 1) != 0 ? 0xffffffff : 0x000000ff;
    }

    /** The number that a row of a {@link #numbered} picture tells, from the red of its pixels. */
    public static int number(float[] red, int row, int width) {
        int n = 0;
        for (int bit = 0; bit < 8; bit++) if (red[row * width + (2 * bit + 1) * width / 16] > 0.3f) n |= 1 << bit;
        return n;
    }

    /** Encodes a file whose ending chooses the container; {@code format} is the pixel format's name. */
    public static Path film(
            Path file,
            String encoder,
            String format,
            int width,
            int height,
            int frames,
            int rate,
            int keyEvery,
            Scene scene) {
        AVFormatContext out = new AVFormatContext(null);
        check(avformat_alloc_output_context2(out, (AVOutputFormat) null, (String) null, file.toString()));
        var coder = avcodec_find_encoder_by_name(encoder);
        var stream = avformat_new_stream(out, null);
        AVCodecContext codec = avcodec_alloc_context3(coder);
        AVRational tick = new AVRational().num(1).den(rate);
        codec.width(width).height(height).pix_fmt(av_get_pix_fmt(format)).time_base(tick);
        codec.framerate(new AVRational().num(rate).den(1));
        codec.gop_size(keyEvery).max_b_frames(0).bit_rate(2_000_000).thread_count(1);
        if ((out.oformat().flags() & AVFMT_GLOBALHEADER) != 0) codec.flags(codec.flags() | AV_CODEC_FLAG_GLOBAL_HEADER);
        check(avcodec_open2(codec, coder, (AVDictionary) null));
        check(avcodec_parameters_from_context(stream.codecpar(), codec));
        stream.time_base(tick).avg_frame_rate(codec.framerate());
        AVIOContext io = new AVIOContext(null);
        check(avio_open(io, file.toString(), AVIO_FLAG_WRITE));
        out.pb(io);
        check(avformat_write_header(out, (AVDictionary) null));
        AVFrame frame = av_frame_alloc();
        frame.format(codec.pix_fmt()).width(width).height(height);
        check(av_frame_get_buffer(frame, 0));
        AVPacket packet = av_packet_alloc();
        var convert = sws_getContext(
                width,
                height,
                AV_PIX_FMT_RGBA,
                width,
                height,
                codec.pix_fmt(),
                SWS_BICUBIC,
                (SwsFilter) null,
                (SwsFilter) null,
                (DoublePointer) null);
        try (BytePointer rgba = new BytePointer(4L * width * height);
                PointerPointer<BytePointer> planes = new PointerPointer<>(4);
                IntPointer strides = new IntPointer(4 * width, 0, 0, 0)) {
            planes.put(0, rgba);
            byte[] bytes = new byte[4 * width * height];
            for (int n = 0; n <= frames; n++) {
                if (n < frames) {
                    for (int i = 0; i < width * height; i++) {
                        int colour = scene.at(n, i % width, i / width);
                        for (int c = 0; c < 4; c++) bytes[4 * i + c] = (byte) (colour >> 24 - 8 * c);
                    }
                    rgba.put(bytes);
                    av_frame_make_writable(frame);
                    sws_scale(convert, planes, strides, 0, height, frame.data(), frame.linesize());
                    frame.pts(n);
                }
                check(avcodec_send_frame(codec, n < frames ? frame : null));
                while (avcodec_receive_packet(codec, packet) >= 0) {
                    packet.stream_index(0);
                    packet.duration(1);
                    av_packet_rescale_ts(packet, tick, stream.time_base());
                    check(av_interleaved_write_frame(out, packet));
                }
            }
        }
        check(av_write_trailer(out));
        sws_freeContext(convert);
        av_packet_free(packet);
        av_frame_free(frame);
        avcodec_free_context(codec);
        avio_closep(io);
        avformat_free_context(out);
        return file;
    }

    private static void check(int code) {
        if (code < 0) throw new IllegalStateException("FFmpeg says " + code);
    }
}
