package gloaming.media;

import static org.bytedeco.ffmpeg.global.avcodec.av_packet_alloc;
import static org.bytedeco.ffmpeg.global.avcodec.av_packet_free;
import static org.bytedeco.ffmpeg.global.avcodec.av_packet_unref;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_alloc_context3;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_free_context;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_open2;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_receive_packet;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_send_frame;
import static org.bytedeco.ffmpeg.global.avutil.AV_LOG_QUIET;
import static org.bytedeco.ffmpeg.global.avutil.AV_PIX_FMT_RGB24;
import static org.bytedeco.ffmpeg.global.avutil.av_frame_alloc;
import static org.bytedeco.ffmpeg.global.avutil.av_frame_free;
import static org.bytedeco.ffmpeg.global.avutil.av_frame_get_buffer;
import static org.bytedeco.ffmpeg.global.avutil.av_frame_make_writable;
import static org.bytedeco.ffmpeg.global.avutil.av_log_set_level;
import static org.bytedeco.ffmpeg.global.swscale.SWS_BILINEAR;
import static org.bytedeco.ffmpeg.global.swscale.sws_freeContext;
import static org.bytedeco.ffmpeg.global.swscale.sws_getContext;
import static org.bytedeco.ffmpeg.global.swscale.sws_scale;

import java.util.function.Consumer;
import org.bytedeco.ffmpeg.avcodec.AVCodec;
import org.bytedeco.ffmpeg.avcodec.AVCodecContext;
import org.bytedeco.ffmpeg.avcodec.AVPacket;
import org.bytedeco.ffmpeg.avutil.AVDictionary;
import org.bytedeco.ffmpeg.avutil.AVFrame;
import org.bytedeco.ffmpeg.swscale.SwsContext;
import org.bytedeco.javacpp.BytePointer;
import org.bytedeco.javacpp.DoublePointer;
import org.bytedeco.javacpp.IntPointer;
import org.bytedeco.javacpp.PointerPointer;

/** Encodes RGB pictures of one size natively, one thread at a time. */
abstract class NativeEncoder implements AutoCloseable {
    static {
        av_log_set_level(AV_LOG_QUIET);
    }

    /**
     * Bytes beyond the last pixel: the converter reads whole vectors, over the end of the last row too. Where what follows is not the process's,
     * that would end the program.
     */
    private static final int BEYOND = 256;

    private final int width;
    private final int height;
    private final AVCodecContext codec;
    private final AVFrame frame;
    private final AVPacket packet = av_packet_alloc();
    private final SwsContext convert;
    private final BytePointer rgb;
    private final PointerPointer<BytePointer> planes = new PointerPointer<>(1);
    private final IntPointer stride = new IntPointer(1);

    /**
     * An encoder of {@code width} by {@code height}.
     *
     * @param format of the pixels that the codec takes
     * @param prepare says to the codec, and to each frame, how good it is to be
     */
    NativeEncoder(
            int width,
            int height,
            AVCodec type,
            int format,
            Consumer<AVCodecContext> prepare,
            Consumer<AVFrame> each,
            AVDictionary options) {
        this.width = width;
        this.height = height;
        codec = avcodec_alloc_context3(type);
        codec.width(width).height(height).pix_fmt(format);
        codec.time_base().num(1).den(25);
        codec.thread_count(1);
        prepare.accept(codec);
        if (avcodec_open2(codec, type, options) < 0)
            throw new IllegalStateException("No encoder opens for pictures of " + width + "x" + height + ".");
        frame = av_frame_alloc();
        frame.format(format).width(width).height(height);
        each.accept(frame);
        if (av_frame_get_buffer(frame, 0) < 0) throw new OutOfMemoryError("a picture to encode");
        convert = sws_getContext(
                width, height, AV_PIX_FMT_RGB24, width, height, format, SWS_BILINEAR, null, null, (DoublePointer) null);
        rgb = new BytePointer(3L * width * height + BEYOND);
        planes.put(0, rgb);
        stride.put(0, 3 * width);
    }

    public int width() {
        return width;
    }

    public int height() {
        return height;
    }

    /** The file of 8-bit RGB pixels, top row first. */
    public byte[] encode(byte[] pixels) {
        rgb.position(0).put(pixels, 0, 3 * width * height);
        av_frame_make_writable(frame);
        sws_scale(convert, planes, stride, 0, height, frame.data(), frame.linesize());
        frame.pts(frame.pts() < 0 ? 0 : frame.pts() + 1);
        if (avcodec_send_frame(codec, frame) < 0 || avcodec_receive_packet(codec, packet) < 0) {
            throw new IllegalStateException("A picture of " + width + "x" + height + " could not be encoded.");
        }
        byte[] file = new byte[packet.size()];
        packet.data().get(file);
        av_packet_unref(packet);
        return file;
    }

    @Override
    public void close() {
        av_packet_free(packet);
        av_frame_free(frame);
        avcodec_free_context(codec);
        sws_freeContext(convert);
        rgb.deallocate();
        planes.deallocate();
        stride.deallocate();
    }
}
