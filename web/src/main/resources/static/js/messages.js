// @ts-check
// Generated from the program's records by MessageJsonTest; not to be changed by hand.

/** @typedef {FromPageAlways|FromPageSheetChange|FromPageAct|FromPageTrial|FromPageChange|FromPageQuestion|FromPageTransport|FromPageHands} FromPage */
/** @typedef {FromPageAck|FromPageWatch|FromPagePing} FromPageAlways */
/** @typedef {{do: 'ack'}} FromPageAck */
/** @typedef {{do: 'watch', subject?: string|null, most?: number, round?: number|null, high?: number|null}} FromPageWatch */
/** @typedef {{do: 'ping', at?: number}} FromPagePing */
/** @typedef {FromPageSheet|FromPageSheetBack} FromPageSheetChange */
/** @typedef {{do: 'sheet', n?: number, change: SheetEdit}} FromPageSheet */
/** @typedef {SheetEditAdd|SheetEditPut|SheetEditCourse|SheetEditMove|SheetEditRemove|SheetEditSet|SheetEditPutChange|SheetEditRemoveChange|SheetEditPutVenue|SheetEditUseVenue|SheetEditRemoveVenue} SheetEdit */
/** @typedef {{edit: 'add', cue: Cue, place: number}} SheetEditAdd */
/** @typedef {{id: string, name: string, note: string, mark: number, look: string, snapshot: string, anew: boolean, light: number, tempo: number, sound: CueHears, change: Transition, start: Start, length: number, height: number, skipped: boolean, then: string, ways: CueWay[], settings: CueSetting[], venue: string}} Cue */
/** @typedef {{medium: string, from: number}} CueHears */
/** @typedef {{way: TransitionWay, over: Span, curve: SnapshotsWay, picture: string, soft: number, own: string}} Transition */
/** @typedef {'cut'|'fade'|'black'|'along'|'own'} TransitionWay */
/** @typedef {{n: number, unit: SpanUnit}} Span */
/** @typedef {'seconds'|'beats'|'bars'} SpanUnit */
/** @typedef {'even'|'soft'|'early'|'late'} SnapshotsWay */
/** @typedef {{by: StartBy, control: string, after: Span, at: number, on: StartGrid}} Start */
/** @typedef {'key'|'control'|'signal'|'after'|'sound'|'clock'|'timecode'} StartBy */
/** @typedef {'at-once'|'beat'|'bar'} StartGrid */
/** @typedef {{to: string, when: string}} CueWay */
/** @typedef {{step: string, setting: string, value: number, curve: string}} CueSetting */
/** @typedef {{edit: 'put', cue: Cue, was: Cue}} SheetEditPut */
/** @typedef {{edit: 'course', cue: string, step: string, setting: string, keys: Key[]}} SheetEditCourse */
/** @typedef {{time: number, value: number, join: KeyJoin, auto: boolean, inTime: number, inValue: number, outTime: number, outValue: number}} Key */
/** @typedef {'linear'|'smooth'|'hold'|'ease'} KeyJoin */
/** @typedef {{edit: 'move', cue: string, place: number}} SheetEditMove */
/** @typedef {{edit: 'remove', cue: string}} SheetEditRemove */
/** @typedef {{edit: 'set', safe: string, guard: number, bar: number, calm: boolean, camera: boolean, booth: Booth, was: SheetEditSet}} SheetEditSet */
/** @typedef {{format: BoothFormat, width: number, folder: string, countdown: number, flash: number, alpha: boolean, made: BoothMade}} Booth */
/** @typedef {'png'|'jpeg'|'webp'} BoothFormat */
/** @typedef {'played'|'full'|'twice'} BoothMade */
/** @typedef {{edit: 'put-change', change: OwnChange}} SheetEditPutChange */
/** @typedef {{id: string, name: string, code: string}} OwnChange */
/** @typedef {{edit: 'remove-change', change: string}} SheetEditRemoveChange */
/** @typedef {{edit: 'put-venue', venue: Venue, was: Venue}} SheetEditPutVenue */
/** @typedef {{id: string, name: string, wide: number, high: number, surfaces: Surface[], photo: string}} Venue */
/** @typedef {{id: string, name: string, corners: Place[], sides: Place[], part: Part, flip: Flip, soft: number, light: number, outline: Place[], off: boolean}} Surface */
/** @typedef {{x: number, y: number}} Place */
/** @typedef {{left: number, top: number, right: number, bottom: number}} Part */
/** @typedef {'none'|'across'|'down'|'both'} Flip */
/** @typedef {{edit: 'use-venue', venue: string}} SheetEditUseVenue */
/** @typedef {{edit: 'remove-venue', venue: string}} SheetEditRemoveVenue */
/** @typedef {{do: 'sheet-back', n?: number, again?: boolean}} FromPageSheetBack */
/** @typedef {FromPageGo|FromPageGoTo|FromPageChoose|FromPageCross|FromPageGoBackOne|FromPageHold|FromPageFreeze|FromPageSafe|FromPageLight|FromPagePhotograph|FromPageEndEvening|FromPageRecord|FromPageShowAgain|FromPageEndAgain} FromPageAct */
/** @typedef {{do: 'go'}} FromPageGo */
/** @typedef {{do: 'go-to', cue: string, into?: number|null}} FromPageGoTo */
/** @typedef {{do: 'choose', cue?: string|null}} FromPageChoose */
/** @typedef {{do: 'cross', to?: number}} FromPageCross */
/** @typedef {{do: 'go-back-one'}} FromPageGoBackOne */
/** @typedef {{do: 'hold', on?: boolean}} FromPageHold */
/** @typedef {{do: 'freeze', on?: boolean}} FromPageFreeze */
/** @typedef {{do: 'safe'}} FromPageSafe */
/** @typedef {{do: 'light', to?: number|null, seconds?: number}} FromPageLight */
/** @typedef {{do: 'photograph'}} FromPagePhotograph */
/** @typedef {{do: 'end-evening'}} FromPageEndEvening */
/** @typedef {{do: 'record', on?: boolean}} FromPageRecord */
/** @typedef {{do: 'show-again', set: string, from?: number, to?: number|null}} FromPageShowAgain */
/** @typedef {{do: 'end-again'}} FromPageEndAgain */
/** @typedef {FromPageTryVenue|FromPageTestPicture} FromPageTrial */
/** @typedef {{do: 'try-venue', venue: Venue}} FromPageTryVenue */
/** @typedef {{do: 'test-picture', on?: boolean, surface?: string|null}} FromPageTestPicture */
/** @typedef {FromPageEdit|FromPageUndo|FromPageRedo|FromPageAddStep|FromPageExample|FromPageWrap|FromPageKeepKit|FromPageLayKit|FromPageRenewKit|FromPageRemember|FromPageThrow|FromPageRecall|FromPageUseSet|FromPageUnwrap|FromPageOwnKit|FromPageTakeStrip|FromPageKnob|FromPageBendKnob|FromPageRead|FromPageBring|FromPageDuplicateStep|FromPageDuplicateLane|FromPagePaste|FromPageAddLayer|FromPageFollow|FromPageFollowLayer|FromPageKeys|FromPageDrawKeys|FromPageDrawPath|FromPageTakeKeys|FromPageWrite|FromPageGoBack|FromPageFormula|FromPageBind|FromPageUnbind|FromPageChangeBinding|FromPageLift|FromPageArrange} FromPageChange */
/** @typedef {{do: 'edit', n?: number, gesture?: number, edit: Edit}} FromPageEdit */
/** @typedef {EditRename|EditFormat|EditAddLane|EditRemoveLane|EditMoveLane|EditRenameLane|EditSetClock|EditSetLookClock|EditSetDesk|EditAddStep|EditRemoveStep|EditMoveStep|EditLabelStep|EditBypass|EditSet|EditWrite|EditSetFollow|EditSetFormula|EditSetRead|EditAddLayer|EditRemoveLayer|EditMoveLayer|EditChangeLayer|EditAddSnapshot|EditRemoveSnapshot|EditMoveSnapshot|EditChangeSnapshot|EditSetApart|EditSetField|EditAddKit|EditRemoveKit|EditChangeKit|EditRebuild|EditSeveral} Edit */
/** @typedef {{edit: 'rename', name: string}} EditRename */
/** @typedef {{edit: 'format', width: number, height: number, rate: number, seed: number, tempo: number}} EditFormat */
/** @typedef {{edit: 'add-lane', place: number, lane: Lane}} EditAddLane */
/** @typedef {{id: string, name: string, clock: Clock, steps: Step[], kit?: string}} Lane */
/** @typedef {{factor: number, push?: string, restart?: string, ahead?: number}} Clock */
/** @typedef {{id: string, type: string, label?: string, bypassed?: boolean, settings?: Record<string, number|boolean|string>, follows?: Record<string, Follow>, reads?: Record<string, string>, formulas?: Record<string, string>, drafts?: Record<string, string>, chance?: string, opened?: Opened}} Step */
/** @typedef {{lane: string, inLow: number, inHigh: number, outLow: number, outHigh: number, easeUp: number, easeDown: number}} Follow */
/** @typedef {{bends: Record<string, Bend>, speed: number, ahead: number}} Opened */
/** @typedef {{outside: number, formulas: string[]}} Bend */
/** @typedef {{edit: 'remove-lane', lane: string}} EditRemoveLane */
/** @typedef {{edit: 'move-lane', lane: string, place: number}} EditMoveLane */
/** @typedef {{edit: 'rename-lane', lane: string, name: string}} EditRenameLane */
/** @typedef {{edit: 'set-clock', lane: string, clock: Clock}} EditSetClock */
/** @typedef {{edit: 'set-look-clock', clock: Clock}} EditSetLookClock */
/** @typedef {{edit: 'set-desk', desk: Desk}} EditSetDesk */
/** @typedef {{bindings: Binding[], strip: Lifted[]}} Desk */
/** @typedef {{id: string, control: string, of: string, setting: string, inLow: number, inHigh: number, low: number, high: number, bend: number, ease: number, mode: BindingMode, pickUp: boolean}} Binding */
/** @typedef {'value'|'toggle'|'momentary'|'trigger'|'relative'} BindingMode */
/** @typedef {{of: string, setting: string, name?: string, low?: number, high?: number}} Lifted */
/** @typedef {{edit: 'add-step', lane: string, place: number, step: Step}} EditAddStep */
/** @typedef {{edit: 'remove-step', step: string}} EditRemoveStep */
/** @typedef {{edit: 'move-step', step: string, lane: string, place: number}} EditMoveStep */
/** @typedef {{edit: 'label-step', step: string, label: string}} EditLabelStep */
/** @typedef {{edit: 'bypass', step: string, bypassed: boolean}} EditBypass */
/** @typedef {{edit: 'set', step: string, setting: string, value: number|boolean|string|null}} EditSet */
/** @typedef {{edit: 'write', step: string, setting: string, value: number|boolean|string, draft: string|null}} EditWrite */
/** @typedef {{edit: 'set-follow', step: string, setting: string, follow: Follow|null}} EditSetFollow */
/** @typedef {{edit: 'set-formula', step: string, setting: string, text: string|null}} EditSetFormula */
/** @typedef {{edit: 'set-read', step: string, read: string, lane: string|null}} EditSetRead */
/** @typedef {{edit: 'add-layer', place: number, layer: Layer}} EditAddLayer */
/** @typedef {{id: string, lane: string, blend: Blend, opacity: number, hidden: boolean, mask?: string, follow?: Follow, formula?: string}} Layer */
/** @typedef {'over'|'add'|'screen'|'multiply'|'lighten'|'darken'|'difference'|'subtract'|'multiply-or-self'|'darken-or-self'|'subtract-or-self'} Blend */
/** @typedef {{edit: 'remove-layer', layer: string}} EditRemoveLayer */
/** @typedef {{edit: 'move-layer', layer: string, place: number}} EditMoveLayer */
/** @typedef {{edit: 'change-layer', layer: Layer}} EditChangeLayer */
/** @typedef {{edit: 'add-snapshot', place: number, snapshot: SnapshotsSnapshot}} EditAddSnapshot */
/** @typedef {{id: string, name: string, picture: string, time: number, beats: boolean, way: SnapshotsWay, steps: Record<string, Record<string, number|boolean|string>>, opacities: Record<string, number>}} SnapshotsSnapshot */
/** @typedef {{edit: 'remove-snapshot', snapshot: string}} EditRemoveSnapshot */
/** @typedef {{edit: 'move-snapshot', snapshot: string, place: number}} EditMoveSnapshot */
/** @typedef {{edit: 'change-snapshot', snapshot: SnapshotsSnapshot}} EditChangeSnapshot */
/** @typedef {{edit: 'set-apart', apart: string[]}} EditSetApart */
/** @typedef {{edit: 'set-field', field: SnapshotsField}} EditSetField */
/** @typedef {{on: boolean, across?: string, up?: string, spots: Record<string, SnapshotsSpot>}} SnapshotsField */
/** @typedef {{x: number, y: number}} SnapshotsSpot */
/** @typedef {{edit: 'add-kit', kit: Kit, lanes: Lane[]}} EditAddKit */
/** @typedef {{id: string, name: string, says: string, lane: string, knobs: KitKnob[], inputs: KitInput[], outputs: string[], kept?: KitKept}} Kit */
/** @typedef {{id: string, name: string, says: string, min?: number, max?: number, targets: KitTarget[]}} KitKnob */
/** @typedef {{step: string, setting: string, low?: number, high?: number, formula?: string}} KitTarget */
/** @typedef {{id: string, name: string}} KitInput */
/** @typedef {{id: string, revision: number}} KitKept */
/** @typedef {{edit: 'remove-kit', kit: string}} EditRemoveKit */
/** @typedef {{edit: 'change-kit', kit: Kit}} EditChangeKit */
/** @typedef {{edit: 'rebuild', lanes: Lane[], mix: Layer[], clock: Clock, desk: Desk, kits: Kit[]}} EditRebuild */
/** @typedef {{edit: 'several', edits: Edit[]}} EditSeveral */
/** @typedef {{do: 'undo', n?: number}} FromPageUndo */
/** @typedef {{do: 'redo', n?: number}} FromPageRedo */
/** @typedef {{do: 'add-step', n?: number, lane?: string|null, place?: number, type: string, above?: string|null, kit?: string|null}} FromPageAddStep */
/** @typedef {{do: 'example', n?: number, type: string}} FromPageExample */
/** @typedef {{do: 'wrap', n?: number, lanes: string[], steps: string[]}} FromPageWrap */
/** @typedef {{do: 'keep-kit', n?: number, kit: string, all?: boolean, anew?: boolean}} FromPageKeepKit */
/** @typedef {{do: 'lay-kit', n?: number, kit: string, lane?: string|null, place?: number, above?: string|null, within?: string|null}} FromPageLayKit */
/** @typedef {{do: 'renew-kit', n?: number, kit: string}} FromPageRenewKit */
/** @typedef {{do: 'remember', n?: number, lanes: string[], steps: string[], name: string, picture: string}} FromPageRemember */
/** @typedef {{do: 'throw', n?: number, lanes: string[], steps: string[], strength?: number}} FromPageThrow */
/** @typedef {{do: 'recall', n?: number, snapshot: string}} FromPageRecall */
/** @typedef {{do: 'use-set', n?: number, step: string, name: string, seconds?: number}} FromPageUseSet */
/** @typedef {{do: 'unwrap', n?: number, step: string}} FromPageUnwrap */
/** @typedef {{do: 'own-kit', n?: number, step: string}} FromPageOwnKit */
/** @typedef {{do: 'take-strip', n?: number, step: string}} FromPageTakeStrip */
/** @typedef {{do: 'knob', n?: number, step: string, setting: string, knob?: string|null}} FromPageKnob */
/** @typedef {{do: 'bend-knob', n?: number, kit: string, knob: string, step: string, setting: string, formula?: string|null}} FromPageBendKnob */
/** @typedef {{do: 'read', n?: number, step: string, read: string, lane?: string|null}} FromPageRead */
/** @typedef {{do: 'bring', n?: number, ref: string, kind: string, name: string, kit?: string|null}} FromPageBring */
/** @typedef {{do: 'duplicate-step', n?: number, step: string}} FromPageDuplicateStep */
/** @typedef {{do: 'duplicate-lane', n?: number, lane: string}} FromPageDuplicateLane */
/** @typedef {{do: 'paste', n?: number, text: string, lane?: string|null, step?: string|null, layer?: string|null, settings?: boolean}} FromPagePaste */
/** @typedef {{do: 'add-layer', n?: number, lane: string, above?: string|null}} FromPageAddLayer */
/** @typedef {{do: 'follow', n?: number, step: string, setting: string, lane: string}} FromPageFollow */
/** @typedef {{do: 'follow-layer', n?: number, layer: string, lane: string}} FromPageFollowLayer */
/** @typedef {{do: 'keys', n?: number, gesture?: number, step: string, setting: string, keys: Key[]}} FromPageKeys */
/** @typedef {{do: 'draw-keys', n?: number, gesture?: number, step: string, setting: string, taken: Key[]}} FromPageDrawKeys */
/** @typedef {{do: 'draw-path', n?: number, gesture?: number, step: string, strokes: FromPageStroke[]}} FromPageDrawPath */
/** @typedef {{setting: string, taken: Key[]}} FromPageStroke */
/** @typedef {{do: 'take-keys', n?: number, gesture?: number, step: string, setting: string, low?: number, high?: number}} FromPageTakeKeys */
/** @typedef {{do: 'write', n?: number, gesture?: number, step: string, setting: string, text: string}} FromPageWrite */
/** @typedef {{do: 'go-back', n?: number, step: string, setting: string, version?: number}} FromPageGoBack */
/** @typedef {{do: 'formula', n?: number, gesture?: number, step: string, setting: string, text?: string|null}} FromPageFormula */
/** @typedef {{do: 'bind', n?: number, control: string, of: string, setting: string}} FromPageBind */
/** @typedef {{do: 'unbind', n?: number, binding: string}} FromPageUnbind */
/** @typedef {{do: 'change-binding', n?: number, binding: Binding}} FromPageChangeBinding */
/** @typedef {{do: 'lift', n?: number, of: string, setting: string}} FromPageLift */
/** @typedef {{do: 'arrange', n?: number, of: string, setting: string, name?: string|null, low?: number|null, high?: number|null, place?: number|null}} FromPageArrange */
/** @typedef {FromPageFind|FromPageTiles|FromPageTable|FromPageProbe|FromPageVersions|FromPageKeep|FromPageCheck|FromPageDesk} FromPageQuestion */
/** @typedef {{do: 'find', asked?: number, lane?: string|null, place?: number, words: string}} FromPageFind */
/** @typedef {{do: 'tiles', list?: number, steps: string[]}} FromPageTiles */
/** @typedef {{do: 'table', step: string}} FromPageTable */
/** @typedef {{do: 'probe', u?: number, v?: number}} FromPageProbe */
/** @typedef {{do: 'versions', step: string, setting: string}} FromPageVersions */
/** @typedef {{do: 'keep', step: string, setting: string, name?: string|null}} FromPageKeep */
/** @typedef {{do: 'check', asked?: number, text: string, once?: boolean, step?: string|null, setting?: string|null}} FromPageCheck */
/** @typedef {{do: 'desk', on?: boolean|null}} FromPageDesk */
/** @typedef {FromPageTake|FromPagePause|FromPageRewind|FromPageScale|FromPageFade|FromPageSound} FromPageTransport */
/** @typedef {{do: 'take', look?: string|null, seconds?: number}} FromPageTake */
/** @typedef {{do: 'pause', on?: boolean|null}} FromPagePause */
/** @typedef {{do: 'rewind'}} FromPageRewind */
/** @typedef {{do: 'scale', to?: number}} FromPageScale */
/** @typedef {{do: 'fade', to?: number|null, seconds?: number}} FromPageFade */
/** @typedef {{do: 'sound', sound?: string|null}} FromPageSound */
/** @typedef {FromPageLearn|FromPageTap|FromPageNudge|FromPageLetGo|FromPageTempo|FromPageGain|FromPagePorts|FromPageLookForPorts|FromPageClear|FromPageTakeControl|FromPagePad|FromPageKeyPress|FromPagePointer} FromPageHands */
/** @typedef {{do: 'learn', of?: string|null, setting?: string|null}} FromPageLearn */
/** @typedef {{do: 'tap'}} FromPageTap */
/** @typedef {{do: 'nudge', by?: number}} FromPageNudge */
/** @typedef {{do: 'let-go'}} FromPageLetGo */
/** @typedef {{do: 'tempo', to?: number}} FromPageTempo */
/** @typedef {{do: 'gain', to?: number}} FromPageGain */
/** @typedef {{do: 'ports', oscIn?: number, oscOut?: number, clock?: boolean}} FromPagePorts */
/** @typedef {{do: 'look-for-ports'}} FromPageLookForPorts */
/** @typedef {{do: 'clear'}} FromPageClear */
/** @typedef {{do: 'take-control', step: string, on?: boolean}} FromPageTakeControl */
/** @typedef {{do: 'pad', what: string, number?: number, value?: number}} FromPagePad */
/** @typedef {{do: 'key', key: string, down?: boolean}} FromPageKeyPress */
/** @typedef {{do: 'pointer', x?: number, y?: number, down?: boolean|null}} FromPagePointer */
/** @typedef {ToPageHello|ToPageSaved|ToPageLook|ToPageApplied|ToPageRefused|ToPageSays|ToPageAir|ToPageLight|ToPageBoard|ToPageProbe|ToPageTable|ToPageFound|ToPageVersions|ToPagePong|ToPageChecked|ToPageEars|ToPageDesk|ToPageSheet|ToPageChoices|ToPageEvening|ToPageTimes|ToPageCountdown|ToPageFlash} ToPage */
/** @typedef {{is: 'hello', version: number, n: number}} ToPageHello */
/** @typedef {{is: 'saved', version: number, n: number}} ToPageSaved */
/** @typedef {{is: 'look', version: number, n: number, canUndo: boolean, canRedo: boolean, look: Look, grown: Record<string, Face>, kits: Record<string, Entry>, newest: Record<string, number>, formulas: Record<string, string>, curves: Record<string, Key[]>, paths: Record<string, PathDrawingPath>}} ToPageLook */
/** @typedef {{name: string, width: number, height: number, rate: number, seed: number, tempo: number, lanes: Lane[], mix: Layer[], clock: Clock, desk: Desk, kits?: Kit[], snapshots?: Snapshots}} Look */
/** @typedef {{all: SnapshotsSnapshot[], apart: string[], field?: SnapshotsField}} Snapshots */
/** @typedef {{settings: Setting[], reads: Input[], problems: Problem[]}} Face */
/** @typedef {{id: string, label: string, form: SettingForm, min: number, max: number, byRatio: boolean, initial: number|boolean|string, unit: string, says: string, choices: string[], drag: RangeDrag, fixed: boolean}} Setting */
/** @typedef {'NUMBER'|'WHOLE'|'CHOICE'|'COLOUR'|'TEXT'|'CODE'|'CURVE'|'FORMULA'|'MEDIUM'|'STRIP'|'SWITCH'} SettingForm */
/** @typedef {'NONE'|'ACROSS'|'UP'|'NEAR'|'WHEEL'} RangeDrag */
/** @typedef {{name: string, kind: string, says: string, optional: boolean, before: boolean}} Input */
/** @typedef {{line: number, column: number, says: string}} Problem */
/** @typedef {{id: string, name: string, does: string, notice: string, takes: string|null, gives: string, settings: Setting[], reads: Input[], beside: Output[], sets: string[], problems: Problem[]}} Entry */
/** @typedef {{name: string, kind: string, says: string}} Output */
/** @typedef {{end: number, across: number[], up: number[], near: number[]}} PathDrawingPath */
/** @typedef {{is: 'applied', n: number, version: number, select: string|null}} ToPageApplied */
/** @typedef {{is: 'refused', says: string, n: number}} ToPageRefused */
/** @typedef {{is: 'says', says: string}} ToPageSays */
/** @typedef {{is: 'air', here: boolean, plays: boolean, look: string, name: string}} ToPageAir */
/** @typedef {{is: 'light', light: number}} ToPageLight */
/** @typedef {{is: 'board', frame: number, time: number, beat: number, tempo: number, leader: string, confidence: number, paused: boolean, ms: number, budget: number, fps: number, scale: number, scaleByHand: number, width: number, height: number, onAir: boolean, lightWanted: number, sound: string, clock: number, peak: number, waiting: string, levels: number[], steps: Record<string, StepNumbers>, tells: Record<string, string>, follows: Record<string, Followed>, notes: Note[]}} ToPageBoard */
/** @typedef {{ms: number, value?: number, count: number, place?: number, many?: number[]}} StepNumbers */
/** @typedef {{raw: number, eased: number, setting: number}} Followed */
/** @typedef {{says: string, step?: string, lane?: string}} Note */
/** @typedef {{is: 'probe', x: number, y: number, red: number, green: number, blue: number, cover: number, space?: Space}} ToPageProbe */
/** @typedef {{x: number, y: number, z: number, away: number, thing: number}} Space */
/** @typedef {{is: 'table', step: string, n: number, columns: Column[]}} ToPageTable */
/** @typedef {{name: string, length: number, low: string, high: string, first: string[]}} Column */
/** @typedef {{is: 'found', asked: number, steps: FoundStep[]}} ToPageFound */
/** @typedef {{type: string, where: FinderWhere, entry?: Entry}} FoundStep */
/** @typedef {'HERE'|'NEW_LANE'|'BEHIND_ANOTHER'} FinderWhere */
/** @typedef {{is: 'versions', step: string, setting: string, list: Version[]}} ToPageVersions */
/** @typedef {{id: number, at: string, name: string, works: boolean, lines: number, same: boolean}} Version */
/** @typedef {{is: 'pong', at: number, clock: number, paused: boolean, length: number}} ToPagePong */
/** @typedef {{is: 'checked', asked: number, ok: boolean, from: number, to: number, says?: string, value?: number}} ToPageChecked */
/** @typedef {{is: 'ears', loudness: number, peak: number, centroid: number, hops: Hop[], bands: number[]}} ToPageEars */
/** @typedef {{low: number, high: number, onset: number, beat: boolean, began: boolean}} Hop */
/** @typedef {{is: 'desk', arrived: number, dropped: number, controls: Arrival[], gone: string[], waiting: string, learned: string, ports: Ports, lit: number[]}} ToPageDesk */
/** @typedef {{name: string, bound: boolean, count: number, value: number, rate: number, least: number, most: number, ago: number, line: number[]}} Arrival */
/** @typedef {{osc: number, oscIn: number, oscOut: number, clock: boolean, trouble: string|null, packets: number, malformed: number, fault: string|null, midi: MidiPort[], outs: string[], midiTroubles: string[]}} Ports */
/** @typedef {{port: string, messages: number}} MidiPort */
/** @typedef {{is: 'sheet', version: number, n: number, canUndo: boolean, canRedo: boolean, sheet: RunSheet, troubles: Named[]}} ToPageSheet */
/** @typedef {{cues: Cue[], safe: string, guard: number, bar: number, calm: boolean, camera: boolean, booth: Booth, changes: OwnChange[], venues: Venue[], venue: string}} RunSheet */
/** @typedef {{id: string, name: string}} Named */
/** @typedef {{is: 'choices', looks: CueLook[], sounds: Named[], pictures: Named[], starts: OwnChange[]}} ToPageChoices */
/** @typedef {{id: string, name: string, snapshots: Named[]}} CueLook */
/** @typedef {{is: 'evening', now: string, next: string, playing: string, other: boolean, waiting: number, ready: boolean, untried: number, held: boolean, crossed: number, frozen: boolean, light: number, wanted: number, section: number, show: number, since: string, tempo: number, beat: number, bar: number, frameMs: number, budgetMs: number, scale: number, flashes: number, reds: number, clock: string, photo: string, records: boolean, recording: string, again: string, venue: string, test: boolean, says: string, trouble: string}} ToPageEvening */
/** @typedef {{is: 'times', all: Named[]}} ToPageTimes */
/** @typedef {{is: 'countdown', left: number}} ToPageCountdown */
/** @typedef {{is: 'flash', after: number, seconds: number}} ToPageFlash */
/** @typedef {{one: string, curve: boolean, drives: boolean, mixes: boolean, rail: KindRail, accepts: string[], counts: string}} CatalogueJsonKindEntry */
/** @typedef {{path: string, filled: boolean, width: number}} KindRail */

export {};
