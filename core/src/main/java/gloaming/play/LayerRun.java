package gloaming.play;

import gloaming.look.Layer;

/** One layer of the mix. */
record LayerRun(Layer layer, LaneRun lane, LaneRun mask, Driven opacity) {}
