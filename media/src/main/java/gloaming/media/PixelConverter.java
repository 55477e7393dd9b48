package gloaming.media;

import static org.bytedeco.ffmpeg.global.avutil.AVCOL_RANGE_JPEG;
import static org.bytedeco.ffmpeg.global.avutil.AVCOL_SPC_BT2020_CL;
import static org.bytedeco.ffmpeg.global.avutil.AVCOL_SPC_BT2020_NCL;
import static org.bytedeco.ffmpeg.global.avutil.AVCOL_SPC_BT470BG;
import static org.bytedeco.ffmpeg.global.avutil.AVCOL_SPC_BT709;
import static org.bytedeco.ffmpeg.global.avutil.AVCOL_SPC_SMPTE170M;
import static org.bytedeco.ffmpeg.global.avutil.AV_FRAME_DATA_DISPLAYMATRIX;
import static org.bytedeco.ffmpeg.global.avutil.AV_PIX_FMT_FLAG_ALPHA;
import static org.bytedeco.ffmpeg.global.avutil.AV_PIX_FMT_FLAG_FLOAT;
import static org.bytedeco.ffmpeg.global.avutil.AV_PIX_FMT_GBRAPF32LE;
import static org.bytedeco.ffmpeg.global.avutil.AV_PIX_FMT_PAL8;
import static org.bytedeco.ffmpeg.global.avutil.AV_PIX_FMT_RGBA;
import static org.bytedeco.ffmpeg.global.avutil.AV_PIX_FMT_RGBA64LE;
import static org.bytedeco.ffmpeg.global.avutil.AV_PIX_FMT_YUVJ420P;
import static org.bytedeco.ffmpeg.global.avutil.AV_PIX_FMT_YUVJ422P;
import static org.bytedeco.ffmpeg.global.avutil.AV_PIX_FMT_YUVJ440P;
import static org.bytedeco.ffmpeg.global.avutil.AV_PIX_FMT_YUVJ444P;
import static org.bytedeco.ffmpeg.global.avutil.av_display_rotation_get;
import static org.bytedeco.ffmpeg.global.avutil.av_frame_get_side_data;
import static org.bytedeco.ffmpeg.global.avutil.av_pix_fmt_desc_get;
import static org.bytedeco.ffmpeg.global.swscale.SWS_AREA;
import static org.bytedeco.ffmpeg.global.swscale.SWS_BICUBIC;
import static org.bytedeco.ffmpeg.global.swscale.SWS_CS_BT2020;
import static org.bytedeco.ffmpeg.global.swscale.SWS_CS_ITU601;
import static org.bytedeco.ffmpeg.global.swscale.SWS_CS_ITU709;
import static org.bytedeco.ffmpeg.global.swscale.sws_freeContext;
import static org.bytedeco.ffmpeg.global.swscale.sws_getCoefficients;
import static org.bytedeco.ffmpeg.global.swscale.sws_getContext;
import static org.bytedeco.ffmpeg.global.swscale.sws_scale;
import static org.bytedeco.ffmpeg.global.swscale.sws_setColorspaceDetails;

import java.nio.ByteOrder;
import java.util.Set;
import org.bytedeco.ffmpeg.avutil.AVFrame;
import org.bytedeco.ffmpeg.avutil.AVFrameSideData;
import org.bytedeco.ffmpeg.swscale.SwsContext;
import org.bytedeco.ffmpeg.swscale.SwsFilter;
import org.bytedeco.javacpp.BytePointer;
import org.bytedeco.javacpp.DoublePointer;
import org.bytedeco.javacpp.IntPointer;
import org.bytedeco.javacpp.PointerPointer;

/**
 * Decoded pictures as red, green, blue and alpha, at a size of one's own, of 8 or 16 bits or as floats as the source has them.
 *
 * <p>One converter serves all frames of a film. Rows run from the top, turned as the file says that it was filmed.
 */
final class PixelConverter implements AutoCloseable {
    private static final Set<Integer> FULL_RANGE =
            Set.of(AV_PIX_FMT_YUVJ420P, AV_PIX_FMT_YUVJ422P, AV_PIX_FMT_YUVJ444P, AV_PIX_FMT_YUVJ440P);

    /** How many bytes a channel has: 1, 2 or 4. */
    int depth;
    /** Size as stored, before turning. */
    private int width;

    private int height;
    private BytePointer bytes;
    private SwsContext convert;
    private int sourceWidth;
    private int sourceHeight;
    private int sourceFormat = -1;

    /** Quarters of a turn clockwise by which a frame is to be turned. */
    static int turns(AVFrame frame) {
        AVFrameSideData side = av_frame_get_side_data(frame, AV_FRAME_DATA_DISPLAYMATRIX);
        if (side == null || side.isNull()) return 0;
        double degrees = -av_display_rotation_get(new IntPointer(side.data()));
        return Double.isNaN(degrees) ? 0 : Math.floorMod(Math.round(degrees / 90), 4);
    }

    static boolean alpha(int format) {
        return format == AV_PIX_FMT_PAL8 || (av_pix_fmt_desc_get(format).flags() & AV_PIX_FMT_FLAG_ALPHA) != 0;
    }

    static int depth(int format) {
        var about = av_pix_fmt_desc_get(format);
        if ((about.flags() & AV_PIX_FMT_FLAG_FLOAT) != 0) return 4;
        return about.comp(0).depth() > 8 ? 2 : 1;
    }

    /** Converts a frame to {@code width} by {@code height} pixels, before it is turned. */
    void take(AVFrame frame, int width, int height) {
        if (frame.width() != sourceWidth
                || frame.height() != sourceHeight
                || frame.format() != sourceFormat
                || width != this.width
                || height != this.height) {
            close();
            sourceWidth = frame.width();
            sourceHeight = frame.height();
            sourceFormat = frame.format();
            this.width = width;
            this.height = height;
            depth = depth(sourceFormat);
            int format = depth == 1 ? AV_PIX_FMT_RGBA : depth == 2 ? AV_PIX_FMT_RGBA64LE : AV_PIX_FMT_GBRAPF32LE;
            int how = width < sourceWidth ? SWS_AREA : SWS_BICUBIC;
            convert = sws_getContext(
                    sourceWidth,
                    sourceHeight,
                    sourceFormat,
                    width,
                    height,
                    format,
                    how,
                    (SwsFilter) null,
                    (SwsFilter) null,
                    (DoublePointer) null);
            if (convert == null || convert.isNull()) throw new IllegalArgumentException("its colours cannot be read");
            colours(frame);
            // A few bytes beyond the end: the converter writes whole vectors.
            bytes = new BytePointer((long) width * height * 4 * depth + 256);
        }
        try (PointerPointer<BytePointer> planes = new PointerPointer<>(4);
                IntPointer strides = new IntPointer(4)) {
            if (depth < 4) {
                planes.put(0, bytes);
                strides.put(0, width * 4 * depth);
            } else {
                long plane = (long) width * height * 4;
                for (int p = 0; p < 4; p++) {
                    planes.put(p, new BytePointer(bytes).position(p * plane));
                    strides.put(p, width * 4);
                }
            }
            sws_scale(convert, frame.data(), frame.linesize(), 0, frame.height(), planes, strides);
        }
    }

    /** The matrix and the range as the frame says; where it says nothing, as films of its size are. */
    private void colours(AVFrame frame) {
        int space = frame.colorspace();
        int matrix;
        if (space == AVCOL_SPC_BT709) matrix = SWS_CS_ITU709;
        else if (space == AVCOL_SPC_BT2020_NCL || space == AVCOL_SPC_BT2020_CL) matrix = SWS_CS_BT2020;
        else if (space == AVCOL_SPC_BT470BG || space == AVCOL_SPC_SMPTE170M) matrix = SWS_CS_ITU601;
        else matrix = frame.height() >= 720 && !FULL_RANGE.contains(sourceFormat) ? SWS_CS_ITU709 : SWS_CS_ITU601;
        boolean full = frame.color_range() == AVCOL_RANGE_JPEG || FULL_RANGE.contains(sourceFormat);
        IntPointer table = sws_getCoefficients(matrix);
        sws_setColorspaceDetails(convert, table, full ? 1 : 0, table, 1, 0, 1 << 16, 1 << 16);
    }

    /** Where the channels of stored pixel {@code x, y} begin, in channels of {@link #depth} bytes; floats lie in planes. */
    private long at(int x, int y) {
        return ((long) y * width + x) * 4;
    }

    /** The pixel from which the turned pixel {@code x, y} comes, as its number in the stored rows. */
    private int turned(int x, int y, int turns) {
        return switch (turns) {
            case 1 -> (height - 1 - x) * width + y;
            case 2 -> (height - 1 - y) * width + width - 1 - x;
            case 3 -> x * width + width - 1 - y;
            default -> y * width + x;
        };
    }

    /** Copies {@code count} pixels of a turned row, from column {@code x} on, as bytes of red, green, blue, alpha. */
    void bytes(int x, int y, int turns, int count, byte[] into, int at) {
        if (turns == 0) {
            bytes.position(at(x, y)).get(into, at, count * 4);
            bytes.position(0);
            return;
        }
        var all = bytes.position(0).asByteBuffer();
        for (int i = 0; i < count; i++) all.get(4 * turned(x + i, y, turns), into, at + 4 * i, 4);
    }

    /** As {@link #bytes} of 16 bits a channel. */
    void shorts(int x, int y, int turns, int count, short[] into, int at) {
        var all =
                bytes.position(0).asByteBuffer().order(ByteOrder.LITTLE_ENDIAN).asShortBuffer();
        if (turns == 0) {
            all.get((int) at(x, y), into, at, count * 4);
            return;
        }
        for (int i = 0; i < count; i++) all.get(4 * turned(x + i, y, turns), into, at + 4 * i, 4);
    }

    /** As {@link #bytes} of floats. */
    void floats(int x, int y, int turns, int count, float[] into, int at) {
        var all =
                bytes.position(0).asByteBuffer().order(ByteOrder.LITTLE_ENDIAN).asFloatBuffer();
        int plane = width * height;
        for (int i = 0; i < count; i++) {
            int p = turned(x + i, y, turns);
            into[at + 4 * i] = all.get(2 * plane + p);
            into[at + 4 * i + 1] = all.get(p);
            into[at + 4 * i + 2] = all.get(plane + p);
            into[at + 4 * i + 3] = all.get(3 * plane + p);
        }
    }

    @Override
    public void close() {
        if (convert != null) sws_freeContext(convert);
        if (bytes != null) bytes.close();
        convert = null;
        bytes = null;
        sourceFormat = -1;
    }
}
