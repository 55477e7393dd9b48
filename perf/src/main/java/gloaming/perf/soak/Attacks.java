package gloaming.perf.soak;

import gloaming.look.Edit;
import gloaming.look.Look;
import gloaming.look.LookJson;
import gloaming.look.Refused;
import gloaming.look.Value;
import gloaming.media.Apart;
import gloaming.media.Decoder;
import gloaming.media.Halt;
import gloaming.media.Unreadable;
import gloaming.step.Catalogue;
import gloaming.step.EditFactory;
import gloaming.step.Rules;
import gloaming.web.command.DemoShow;
import gloaming.web.live.Devices;
import gloaming.web.live.FrameBroadcaster;
import gloaming.web.store.Journal;
import gloaming.web.store.OpenLook;
import gloaming.web.store.ShowZip;
import gloaming.web.store.Shows;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/** Everything nobody should send, sent. Counts say how many times; the same seed sends the same. */
final class Attacks {
    private final Target target;

    Attacks(Target target) {
        this.target = target;
    }

    /** Looks as texts in which something is another. */
    Outcome documents(int times, long seed) {
        Outcome.Count count = new Outcome.Count("mutated documents");
        Mutations mutations = new Mutations(seed);
        Rules rules = new Rules(Catalogue.all());
        List<String> texts = DemoShow.LOOKS.stream()
                .map(name -> LookJson.write(DemoShow.look(name)))
                .toList();
        for (int i = 0; i < times; i++) {
            try {
                rules.check(LookJson.read(mutations.json(mutations.any(texts))));
                count.taken();
            } catch (Refused e) {
                count.refused();
            } catch (RuntimeException | Error e) {
                count.wrong(e);
            }
        }
        return count.outcome();
    }

    /** Shows as zips of which bytes are others; every tenth is posted as a page does. */
    Outcome zips(int times, long seed) throws IOException, InterruptedException {
        Outcome.Count count = new Outcome.Count("mutated zips");
        Mutations mutations = new Mutations(seed);
        ByteArrayOutputStream whole = new ByteArrayOutputStream();
        target.get(ShowZip.class).write(target.show(), whole);
        Shows shows = target.get(Shows.class);
        List<String> before = shows.shows().stream().map(Shows.ShowRow::id).toList();
        for (int i = 0; i < times; i++) {
            byte[] zip = mutations.bytes(whole.toByteArray());
            try {
                if (i % 10 == 9) {
                    int status = target.upload("/shows/import", "show.zip", zip);
                    if (status >= 500) count.wrong("answered " + status);
                    else count.taken();
                } else {
                    target.get(ShowZip.class).read(new ByteArrayInputStream(zip));
                    count.taken();
                }
            } catch (Refused e) {
                count.refused();
            } catch (RuntimeException | IOException | Error e) {
                count.wrong(e);
            }
            for (Shows.ShowRow row : shows.shows()) if (!before.contains(row.id())) shows.dropShow(row.id());
        }
        return count.outcome();
    }

    /** Files of every kind with other bytes in them, read as the program reads what is brought in. */
    Outcome files(int timesEach, long seed) throws IOException {
        Outcome.Count count = new Outcome.Count("damaged files");
        Path folder = Files.createTempDirectory("gloaming-damaged");
        Samples samples = new Samples(folder);
        Mutations mutations = new Mutations(seed);
        try (Decoder decoder = new Apart()) {
            for (Path sample : samples.files()) {
                byte[] whole = Files.readAllBytes(sample);
                String name = sample.getFileName().toString();
                for (int i = 0; i < timesEach; i++) {
                    Path file = Files.write(folder.resolve("damaged"), mutations.bytes(whole));
                    try {
                        decoder.facts(file, name, new Halt());
                        count.taken();
                    } catch (Unreadable e) {
                        if (e.getMessage().contains("Exception")
                                || !e.getMessage().endsWith(".")) count.wrong(name + ": " + e);
                        else count.refused();
                    } catch (RuntimeException | IOException | Error e) {
                        count.wrong(name + ": " + e);
                    }
                }
            }
        }
        return count.outcome();
    }

    /** Messages of which something is another, on every socket there is. */
    List<Outcome> messages(int times, long seed) throws InterruptedException {
        String look = fresh("Mutations");
        List<String> bench = List.of(
                "{\"do\":\"edit\",\"gesture\":0,\"n\":1,\"edit\":{\"edit\":\"set\",\"step\":\"s1\",\"setting\":\"brightness\",\"value\":0.5}}",
                "{\"do\":\"edit\",\"edit\":{\"edit\":\"rename\",\"name\":\"x\"}}",
                "{\"do\":\"edit\",\"edit\":null}",
                "{\"do\":\"edit\",\"edit\":{\"edit\":\"add-lane\",\"lane\":{\"id\":\"l9\",\"name\":\"n\",\"steps\":[]},\"place\":0}}",
                "{\"do\":\"add-step\",\"lane\":\"l1\",\"place\":0,\"type\":\"blur\"}",
                "{\"do\":\"undo\"}",
                "{\"do\":\"find\",\"asked\":1,\"words\":\"glow\",\"lane\":\"l1\",\"place\":1}",
                "{\"do\":\"tiles\",\"list\":1,\"steps\":[\"s1\"]}",
                "{\"do\":\"keys\",\"step\":\"s1\",\"setting\":\"keys\",\"keys\":[{\"at\":0,\"value\":1}]}",
                "{\"do\":\"formula\",\"step\":\"s1\",\"setting\":\"brightness\",\"text\":\"sin(time)\"}",
                "{\"do\":\"check\",\"asked\":1,\"text\":\"1+1\",\"once\":true}",
                "{\"do\":\"follow\",\"step\":\"s1\",\"setting\":\"brightness\",\"lane\":\"l1\"}",
                "{\"do\":\"bind\",\"control\":\"osc /x\",\"of\":\"s1\",\"setting\":\"brightness\"}",
                "{\"do\":\"lift\",\"of\":\"s1\",\"setting\":\"brightness\"}",
                "{\"do\":\"arrange\",\"of\":\"s1\",\"setting\":\"brightness\",\"low\":0,\"high\":1,\"place\":0}",
                "{\"do\":\"change-binding\",\"binding\":{\"id\":\"b1\",\"control\":\"osc /x\",\"of\":\"s1\",\"setting\":\"brightness\"}}",
                "{\"do\":\"ports\",\"oscIn\":9010,\"oscOut\":0,\"clock\":false}",
                "{\"do\":\"watch\",\"subject\":\"s1\",\"most\":320}",
                "{\"do\":\"probe\",\"u\":0.5,\"v\":0.5}",
                "{\"do\":\"write\",\"step\":\"s1\",\"setting\":\"code\",\"text\":\"void main(){}\"}",
                "{\"do\":\"versions\",\"step\":\"s1\",\"setting\":\"code\"}",
                "{\"do\":\"scale\",\"to\":0.5}",
                "{\"do\":\"fade\",\"to\":1,\"seconds\":0}",
                "{\"do\":\"pad\",\"what\":\"note\",\"number\":40,\"value\":90}",
                "{\"do\":\"key\",\"key\":\"a\",\"down\":true}",
                "{\"do\":\"tempo\",\"to\":120}",
                "{\"do\":\"ping\",\"at\":1}");
        List<String> output = List.of(
                "{\"do\":\"ack\"}", "{\"do\":\"watch\",\"subject\":null,\"most\":640}", "{\"do\":\"ping\",\"at\":5}");
        List<String> touch = List.of(
                "{\"address\":\"/fader/1\",\"values\":[0.5]}",
                "{\"show\":\"x\",\"layout\":{\"items\":[{\"id\":\"f1\",\"form\":\"fader\",\"name\":\"a\",\"address\":\"/a\",\"x\":0,\"y\":0,\"width\":1,\"height\":3}]}}");
        return List.of(
                texts("messages on /live, a Bench", "/live?look=" + look, bench, times, seed),
                texts("messages on /live, an Output", "/live", output, times, seed + 1),
                texts("messages on /touch", "/touch", touch, times, seed + 2),
                bytes("messages on /camera", "/camera", times, seed + 3),
                bytes("messages on /microphone", "/microphone?rate=48000", times, seed + 4));
    }

    private Outcome texts(String name, String path, List<String> whole, int times, long seed)
            throws InterruptedException {
        Outcome.Count count = new Outcome.Count(name);
        Mutations mutations = new Mutations(seed);
        Socket socket = new Socket(target.port, path, true);
        int faults = target.traces.get();
        for (int i = 0; i < times; i++) {
            String text = mutations.any(whole);
            if (!socket.say(mutations.random().nextInt(20) == 0 ? text : mutations.json(text))) {
                // It was cut off, which is its right; it comes again.
                count.refused();
                socket.close();
                socket = new Socket(target.port, path, true);
            } else count.taken();
        }
        socket.close();
        if (target.traces.get() > faults) count.wrong(target.firstTrace);
        return count.outcome();
    }

    private Outcome bytes(String name, String path, int times, long seed) throws InterruptedException {
        Outcome.Count count = new Outcome.Count(name);
        Mutations mutations = new Mutations(seed);
        Socket socket = new Socket(target.port, path, true);
        int faults = target.traces.get();
        for (int i = 0; i < times; i++) {
            byte[] bytes = mutations.bytes(new byte[1 + mutations.random().nextInt(4_000)]);
            if (!socket.say(bytes)) {
                count.refused();
                socket.close();
                socket = new Socket(target.port, path, true);
            } else count.taken();
        }
        socket.close();
        if (target.traces.get() > faults) count.wrong(target.firstTrace);
        return count.outcome();
    }

    /** OSC packets of which bytes are others, as fast as they go out. */
    Outcome osc(int times, long seed) throws IOException {
        Outcome.Count count = new Outcome.Count("OSC packets");
        Mutations mutations = new Mutations(seed);
        byte[] message = Mutations.utf8("/fader/1\0\0\0\0,fff\0\0\0\0\0\0\0\0\0\0\0\0\0\0\0\0");
        byte[] bundle = Mutations.utf8("#bundle\0\0\0\0\0\0\0\0\1\0\0\0\24/fader/1\0\0\0\0,f\0\0\0\0\0\0");
        try (DatagramSocket socket = new DatagramSocket()) {
            int port = target.get(Devices.class).oscPort();
            for (int i = 0; i < times; i++) {
                byte[] bytes = mutations.bytes(i % 2 == 0 ? message : bundle);
                socket.send(new DatagramPacket(bytes, bytes.length, InetAddress.getLoopbackAddress(), port));
                count.taken();
            }
        }
        return count.outcome();
    }

    /** Shader texts that never end, are far too large or have no bottom; the stage goes on with each of them on it. */
    Outcome bombs(int times) throws InterruptedException {
        Outcome.Count count = new Outcome.Count("shader bombs");
        String id = fresh("Bombs");
        OpenLook open = target.get(Journal.class).opened(id);
        EditFactory wishes = new EditFactory(Catalogue.all());
        change(open, wishes.addLane(open.look(), "shader-source"));
        String step = open.look().steps().toList().getLast().id();
        List<String> bombs = Bombs.all();
        for (int i = 0; i < times; i++) {
            long made = target.house().player().readings().made();
            try {
                change(open, wishes.write(open.look(), step, "code", bombs.get(i % bombs.size())));
                count.taken();
            } catch (Refused e) {
                count.refused();
            } catch (RuntimeException | Error e) {
                count.wrong("bomb " + i % bombs.size() + ": " + e);
            }
            long end = System.nanoTime() + 10_000_000_000L;
            while (target.house().player().readings().made() < made + 3 && System.nanoTime() < end) Thread.sleep(5);
            if (target.house().player().readings().made() < made + 3)
                count.wrong("bomb " + i % bombs.size() + " holds the stage");
        }
        change(open, new Edit.Set(step, "code", Value.of("out vec4 color; void main() { color = vec4(1); }")));
        return count.outcome();
    }

    private void change(OpenLook open, Edit edit) {
        target.house().player().change(open.apply(edit, 0));
    }

    /** Very many pages: so many at once, some that never say they have drawn anything, and some that come and go. */
    Outcome pages(int atOnce, int silent, int comeAndGo) throws InterruptedException {
        Outcome.Count count = new Outcome.Count("pages at once, silent, coming and going");
        List<Socket> all = new ArrayList<>();
        try {
            for (int i = 0; i < atOnce + silent; i++) {
                Socket page = new Socket(target.port, "/live", i < atOnce);
                all.add(page);
                count.taken();
            }
            for (int i = 0; i < comeAndGo; i++) {
                try (Socket page = new Socket(target.port, i % 2 == 0 ? "/live" : "/live?look=nonesuch", true)) {
                    page.say("{\"do\":\"ack\"}");
                    count.taken();
                }
            }
        } finally {
            all.forEach(Socket::close);
        }
        FrameBroadcaster courier = target.get(FrameBroadcaster.class);
        long end = System.nanoTime() + 30_000_000_000L;
        while (courier.viewers() > 0 && System.nanoTime() < end) Thread.sleep(50);
        if (courier.viewers() > 0) count.wrong(courier.viewers() + " pages were never let go");
        return count.outcome();
    }

    private String fresh(String name) {
        Shows shows = target.get(Shows.class);
        String id = shows.addLook(target.show(), Look.empty(name));
        target.house().take(shows.look(id).orElseThrow());
        OpenLook open = target.get(Journal.class).opened(id);
        change(open, new EditFactory(Catalogue.all()).addLane(open.look(), "fill"));
        return id;
    }
}
