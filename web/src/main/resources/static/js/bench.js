// @ts-check
import Alpine from '../vendor/alpine-csp.js';
import { air } from './air.js';
import { behind } from './bench/behind.js';
import { clipboard } from './bench/clipboard.js';
import { drawing } from './bench/drawing.js';
import { field } from './bench/field.js';
import { finder } from './bench/finder.js';
import { follows } from './bench/follows.js';
import { frame } from './bench/frame.js';
import { keys } from './bench/keys.js';
import { kits } from './bench/kits.js';
import { lanes } from './bench/lanes.js';
import { mix } from './bench/mix.js';
import { monitor } from './bench/monitor.js';
import { moving } from './bench/moving.js';
import { notes } from './bench/notes.js';
import { outside } from './bench/outside.js';
import { path } from './bench/path.js';
import { points } from './bench/points.js';
import { previews } from './bench/previews.js';
import { selection } from './bench/selection.js';
import { settings } from './bench/settings.js';
import { snapshots } from './bench/snapshots.js';
import { text } from './bench/text.js';
import { transport } from './bench/transport.js';
import { formulas } from './formulas.js';
import { hands } from './hands.js';
import { openPage } from './page.js';
import { together } from './parts.js';
import { session } from './session.js';

const page = await openPage('.bench');

/** Each part is one file; those that hear the program begin in this order, the document first. */
Alpine.data('bench', () => together(
  session(page), selection(page), kits(page), outside(page), previews(page), lanes(page), moving(page), mix(page), monitor(page), transport(page),
  settings(page),
  follows(page), formulas(page), hands(page), points(page), text(page), drawing(page), behind(page), path(page),
  finder(page), notes(page), keys(page), clipboard(page), snapshots(page),
  field(page), frame(page), air(page),
  {
    init() {
      this.startSession();
      this.startAir();
      this.startKits();
      this.startSelection();
      this.startText();
      this.startDrawing();
      this.startPath();
      this.startLanes();
      this.startPreviews();
      this.startMix();
      this.startFormulas();
      this.startFollows();
      this.startHands();
      this.startMonitor();
      this.startTransport();
      this.startSettings();
      this.startPoints();
      this.startFinder();
      this.startNotes();
      this.startKeys();
      this.startClipboard();
      this.startSnapshots();
      this.startField();
    },
  },
));

Alpine.start();
