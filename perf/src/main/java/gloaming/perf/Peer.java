package gloaming.perf;

import static org.bytedeco.ffmpeg.global.avfilter.AVFILTER_AUTO_CONVERT_NONE;
import static org.bytedeco.ffmpeg.global.avfilter.av_buffersink_get_frame;
import static org.bytedeco.ffmpeg.global.avfilter.av_buffersrc_add_frame_flags;
import static org.bytedeco.ffmpeg.global.avfilter.avfilter_get_by_name;
import static org.bytedeco.ffmpeg.global.avfilter.avfilter_graph_alloc;
import static org.bytedeco.ffmpeg.global.avfilter.avfilter_graph_config;
import static org.bytedeco.ffmpeg.global.avfilter.avfilter_graph_create_filter;
import static org.bytedeco.ffmpeg.global.avfilter.avfilter_graph_free;
import static org.bytedeco.ffmpeg.global.avfilter.avfilter_graph_set_auto_convert;
import static org.bytedeco.ffmpeg.global.avfilter.avfilter_link;
import static org.bytedeco.ffmpeg.global.avutil.AV_PIX_FMT_GBRAP16LE;
import static org.bytedeco.ffmpeg.global.avutil.AV_PIX_FMT_GBRAPF32LE;
import static org.bytedeco.ffmpeg.global.avutil.AV_PIX_FMT_RGBA;
import static org.bytedeco.ffmpeg.global.avutil.av_frame_alloc;
import static org.bytedeco.ffmpeg.global.avutil.av_frame_free;
import static org.bytedeco.ffmpeg.global.avutil.av_frame_get_buffer;
import static org.bytedeco.ffmpeg.global.avutil.av_frame_unref;

import gloaming.flow.Picture;
import org.bytedeco.ffmpeg.avfilter.AVFilterContext;
import org.bytedeco.ffmpeg.avfilter.AVFilterGraph;
import org.bytedeco.ffmpeg.avutil.AVFrame;
import org.bytedeco.javacpp.BytePointer;
import org.bytedeco.javacpp.FloatPointer;
import org.bytedeco.javacpp.Pointer;
import org.bytedeco.javacpp.ShortPointer;

/** The same work done by one of FFmpeg's own filters on float RGBA. */
final class Peer implements AutoCloseable {
    private static final int KEEP_REFERENCE = 8;
    private final AVFilterGraph graph = avfilter_graph_alloc();
    private final AVFilterContext[] sources;
    private final AVFilterContext sink = new AVFilterContext(null);
    private final AVFrame[] in;
    private final AVFrame out = av_frame_alloc();
    private final int numbers;
    private long time;

    /** The filter {@code name} with {@code options}, with as many inputs as there are pictures, on {@code threads} threads. */
    Peer(String name, String options, int threads, Picture... pictures) {
        this(name, options, threads, AV_PIX_FMT_GBRAPF32LE, pictures);
    }

    /** As above on pictures of another pixel format; {@link IllegalStateException} when the filter does not take it. */
    Peer(String name, String options, int threads, int numbers, Picture... pictures) {
        this.numbers = numbers;
        avfilter_graph_set_auto_convert(graph, AVFILTER_AUTO_CONVERT_NONE);
        graph.nb_threads(threads);
        int width = pictures[0].width;
        int height = pictures[0].height;
        AVFilterContext filter = new AVFilterContext(null);
        check(avfilter_graph_create_filter(filter, avfilter_get_by_name(name), "work", options, null, graph));
        check(avfilter_graph_create_filter(
                sink, avfilter_get_by_name("buffersink"), "out", (String) null, (Pointer) null, graph));
        sources = new AVFilterContext[pictures.length];
        in = new AVFrame[pictures.length];
        for (int i = 0; i < pictures.length; i++) {
            sources[i] = new AVFilterContext(null);
            String format =
                    "video_size=" + width + "x" + height + ":pix_fmt=" + numbers + ":time_base=1/30:pixel_aspect=1/1";
            check(avfilter_graph_create_filter(
                    sources[i], avfilter_get_by_name("buffer"), "in" + i, format, null, graph));
            check(avfilter_link(sources[i], 0, filter, i));
            in[i] = frame(pictures[i], numbers);
        }
        check(avfilter_link(filter, 0, sink, 0));
        check(avfilter_graph_config(graph, null));
    }

    /** What its numbers are, in words. */
    String numbers() {
        return numbers == AV_PIX_FMT_GBRAPF32LE ? "floats" : numbers == AV_PIX_FMT_GBRAP16LE ? "16 bits" : "8 bits";
    }

    private static AVFrame frame(Picture picture, int numbers) {
        AVFrame frame = av_frame_alloc();
        frame.format(numbers).width(picture.width).height(picture.height);
        check(av_frame_get_buffer(frame, 0));
        float[][] planes = {picture.g(), picture.b(), picture.r(), picture.a()};
        int n = picture.width;
        for (int p = 0; p < (numbers == AV_PIX_FMT_RGBA ? 1 : 4); p++) {
            for (int y = 0; y < picture.height; y++) {
                long row = (long) y * frame.linesize(p);
                int at = y * n;
                if (numbers == AV_PIX_FMT_GBRAPF32LE) {
                    new FloatPointer(frame.data(p)).position(row / 4).put(planes[p], at, n);
                } else if (numbers == AV_PIX_FMT_GBRAP16LE) {
                    short[] line = new short[n];
                    for (int x = 0; x < n; x++) line[x] = (short) (Math.clamp(planes[p][at + x], 0f, 1f) * 65_535);
                    new ShortPointer(frame.data(p)).position(row / 2).put(line, 0, n);
                } else {
                    byte[] line = new byte[4 * n];
                    for (int x = 0; x < 4 * n; x++) {
                        line[x] = (byte) (Math.clamp(picture.plane(x % 4)[at + x / 4], 0f, 1f) * 255);
                    }
                    new BytePointer(frame.data(p)).position(row).put(line, 0, 4 * n);
                }
            }
        }
        return frame;
    }

    void run() {
        time++;
        for (int i = 0; i < in.length; i++) {
            in[i].pts(time);
            check(av_buffersrc_add_frame_flags(sources[i], in[i], KEEP_REFERENCE));
        }
        check(av_buffersink_get_frame(sink, out));
        av_frame_unref(out);
    }

    private static void check(int code) {
        if (code < 0) throw new IllegalStateException("FFmpeg says " + code);
    }

    @Override
    public void close() {
        for (AVFrame frame : in) av_frame_free(frame);
        av_frame_free(out);
        avfilter_graph_free(graph);
    }
}
