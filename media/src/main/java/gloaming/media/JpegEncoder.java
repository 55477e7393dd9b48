package gloaming.media;

import static org.bytedeco.ffmpeg.global.avcodec.AV_CODEC_FLAG_QSCALE;
import static org.bytedeco.ffmpeg.global.avcodec.AV_CODEC_ID_MJPEG;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_find_encoder;
import static org.bytedeco.ffmpeg.global.avutil.AVCOL_RANGE_JPEG;
import static org.bytedeco.ffmpeg.global.avutil.AV_PIX_FMT_YUVJ420P;
import static org.bytedeco.ffmpeg.global.avutil.FF_QP2LAMBDA;

/** Encodes RGB pictures of one size as JPEG, natively. One thread at a time. */
public final class JpegEncoder extends NativeEncoder {
    /**
     * An encoder for pictures of {@code width} by {@code height}.
     *
     * @param quality FFmpeg's scale, 2 (best) to 31
     */
    public JpegEncoder(int width, int height, int quality) {
        super(
                width,
                height,
                avcodec_find_encoder(AV_CODEC_ID_MJPEG),
                AV_PIX_FMT_YUVJ420P,
                codec -> codec.color_range(AVCOL_RANGE_JPEG)
                        .flags(codec.flags() | AV_CODEC_FLAG_QSCALE)
                        .global_quality(quality * FF_QP2LAMBDA),
                frame -> frame.color_range(AVCOL_RANGE_JPEG).quality(quality * FF_QP2LAMBDA),
                null);
    }
}
