package gloaming.media;

import static org.bytedeco.ffmpeg.global.avcodec.AV_CODEC_ID_MJPEG;
import static org.bytedeco.ffmpeg.global.avcodec.av_new_packet;
import static org.bytedeco.ffmpeg.global.avcodec.av_packet_alloc;
import static org.bytedeco.ffmpeg.global.avcodec.av_packet_free;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_alloc_context3;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_find_decoder;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_free_context;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_open2;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_receive_frame;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_send_packet;
import static org.bytedeco.ffmpeg.global.avutil.av_frame_alloc;
import static org.bytedeco.ffmpeg.global.avutil.av_frame_free;

import gloaming.flow.Picture;
import gloaming.library.Cut;
import org.bytedeco.ffmpeg.avcodec.AVCodecContext;
import org.bytedeco.ffmpeg.avcodec.AVPacket;
import org.bytedeco.ffmpeg.avutil.AVDictionary;
import org.bytedeco.ffmpeg.avutil.AVFrame;

/** A JPEG in memory as a picture. */
final class PictureBytes {
    private static final long MOST_PIXELS = 4_000_000;

    private PictureBytes() {}

    /** The picture laid into the cut, or null when it cannot be read or is larger than a camera's. */
    static Picture read(byte[] jpeg, Cut cut) {
        AVPacket packet = av_packet_alloc();
        AVFrame frame = av_frame_alloc();
        AVCodecContext codec = avcodec_alloc_context3(avcodec_find_decoder(AV_CODEC_ID_MJPEG));
        try {
            codec.max_pixels(MOST_PIXELS);
            if (avcodec_open2(codec, codec.codec(), (AVDictionary) null) < 0) return null;
            if (av_new_packet(packet, jpeg.length) < 0) return null;
            packet.data().put(jpeg, 0, jpeg.length);
            if (avcodec_send_packet(codec, packet) < 0) return null;
            avcodec_send_packet(codec, null);
            return avcodec_receive_frame(codec, frame) < 0 ? null : StillFile.lay(frame, 1, cut);
        } catch (IllegalArgumentException e) {
            return null;
        } finally {
            av_packet_free(packet);
            av_frame_free(frame);
            avcodec_free_context(codec);
        }
    }
}
