package gloaming.media;

import static org.bytedeco.ffmpeg.global.avcodec.AV_CODEC_FLAG_QSCALE;
import static org.bytedeco.ffmpeg.global.avcodec.AV_CODEC_ID_MJPEG;
import static org.bytedeco.ffmpeg.global.avcodec.av_packet_alloc;
import static org.bytedeco.ffmpeg.global.avcodec.av_packet_free;
import static org.bytedeco.ffmpeg.global.avcodec.av_packet_unref;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_alloc_context3;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_find_encoder;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_free_context;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_open2;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_receive_packet;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_send_frame;
import static org.bytedeco.ffmpeg.global.avutil.AVCOL_RANGE_JPEG;
import static org.bytedeco.ffmpeg.global.avutil.AV_LOG_QUIET;
import static org.bytedeco.ffmpeg.global.avutil.AV_PIX_FMT_RGB24;
import static org.bytedeco.ffmpeg.global.avutil.AV_PIX_FMT_YUVJ420P;
import static org.bytedeco.ffmpeg.global.avutil.FF_QP2LAMBDA;
import static org.bytedeco.ffmpeg.global.avutil.av_frame_alloc;
import static org.bytedeco.ffmpeg.global.avutil.av_frame_free;
import static org.bytedeco.ffmpeg.global.avutil.av_frame_get_buffer;
import static org.bytedeco.ffmpeg.global.avutil.av_frame_make_writable;
import static org.bytedeco.ffmpeg.global.avutil.av_log_set_level;
import static org.bytedeco.ffmpeg.global.swscale.SWS_BILINEAR;
import static org.bytedeco.ffmpeg.global.swscale.sws_freeContext;
import static org.bytedeco.ffmpeg.global.swscale.sws_getContext;
import static org.bytedeco.ffmpeg.global.swscale.sws_scale;

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

/** Encodes RGB pictures of one size as JPEG, natively. One thread at a time. */
public final class JpegEncoder implements AutoCloseable {
    static {
        av_log_set_level(AV_LOG_QUIET);
    }

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
     * An encoder for pictures of {@code width} by {@code height}.
     *
     * @param quality FFmpeg's scale, 2 (best) to 31
     */
    public JpegEncoder(int width, int height, int quality) {
        this.width = width;
        this.height = height;
        AVCodec mjpeg = avcodec_find_encoder(AV_CODEC_ID_MJPEG);
        codec = avcodec_alloc_context3(mjpeg);
        codec.width(width).height(height).pix_fmt(AV_PIX_FMT_YUVJ420P).color_range(AVCOL_RANGE_JPEG);
        codec.time_base().num(1).den(25);
        codec.flags(codec.flags() | AV_CODEC_FLAG_QSCALE).global_quality(quality * FF_QP2LAMBDA);
        codec.thread_count(1);
        if (avcodec_open2(codec, mjpeg, (AVDictionary) null) < 0) {
            throw new IllegalStateException("The JPEG encoder does not open for " + width + "x" + height + ".");
        }
        frame = av_frame_alloc();
        frame.format(AV_PIX_FMT_YUVJ420P).width(width).height(height).color_range(AVCOL_RANGE_JPEG);
        frame.quality(quality * FF_QP2LAMBDA);
        if (av_frame_get_buffer(frame, 0) < 0) throw new OutOfMemoryError("a picture to encode");
        convert = sws_getContext(
                width,
                height,
                AV_PIX_FMT_RGB24,
                width,
                height,
                AV_PIX_FMT_YUVJ420P,
                SWS_BILINEAR,
                null,
                null,
                (DoublePointer) null);
        rgb = new BytePointer(3L * width * height);
        planes.put(0, rgb);
        stride.put(0, 3 * width);
    }

    public int width() {
        return width;
    }

    public int height() {
        return height;
    }

    /** The JPEG of 8-bit RGB pixels, top row first. */
    public byte[] encode(byte[] pixels) {
        rgb.position(0).put(pixels, 0, 3 * width * height);
        av_frame_make_writable(frame);
        sws_scale(convert, planes, stride, 0, height, frame.data(), frame.linesize());
        frame.pts(frame.pts() < 0 ? 0 : frame.pts() + 1);
        if (avcodec_send_frame(codec, frame) < 0 || avcodec_receive_packet(codec, packet) < 0) {
            throw new IllegalStateException("A picture of " + width + "x" + height + " could not be encoded.");
        }
        byte[] jpeg = new byte[packet.size()];
        packet.data().get(jpeg);
        av_packet_unref(packet);
        return jpeg;
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
