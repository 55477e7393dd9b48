package gloaming.media;

import static org.bytedeco.ffmpeg.global.avcodec.avcodec_find_encoder_by_name;
import static org.bytedeco.ffmpeg.global.avutil.AV_PIX_FMT_BGRA;
import static org.bytedeco.ffmpeg.global.avutil.av_dict_set;

import org.bytedeco.ffmpeg.avutil.AVDictionary;

/** Encodes RGB pictures of one size as WebP, natively. One thread at a time. */
public final class WebpEncoder extends NativeEncoder {
    /** How good photographs are, of 100. */
    private static final String QUALITY = "92";

    public WebpEncoder(int width, int height) {
        super(
                width,
                height,
                avcodec_find_encoder_by_name("libwebp"),
                AV_PIX_FMT_BGRA,
                codec -> {},
                frame -> {},
                options());
    }

    private static AVDictionary options() {
        AVDictionary options = new AVDictionary(null);
        av_dict_set(options, "quality", QUALITY, 0);
        return options;
    }
}
