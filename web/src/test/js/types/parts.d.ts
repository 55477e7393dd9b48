// All of a Bench: what each of its parts has, in one object. Their own types were read off their files before, as
// declarations; a part's functions may then go by one another's without a circle.
type Of<Part extends (page: any) => object> = ReturnType<Part>;

export type Bench = Of<typeof import('declared/session.js').session>
  & Of<typeof import('declared/hands.js').hands>
  & Of<typeof import('declared/air.js').air>
  & Of<typeof import('declared/formulas.js').formulas>
  & Of<typeof import('declared/bench/selection.js').selection>
  & Of<typeof import('declared/bench/transport.js').transport>
  & Of<typeof import('declared/bench/monitor.js').monitor>
  & Of<typeof import('declared/bench/mix.js').mix>
  & Of<typeof import('declared/bench/settings.js').settings>
  & Of<typeof import('declared/bench/follows.js').follows>
  & Of<typeof import('declared/bench/lanes.js').lanes>
  & Of<typeof import('declared/bench/previews.js').previews>
  & Of<typeof import('declared/bench/moving.js').moving>
  & Of<typeof import('declared/bench/finder.js').finder>
  & Of<typeof import('declared/bench/text.js').text>
  & Of<typeof import('declared/bench/clipboard.js').clipboard>
  & Of<typeof import('declared/bench/drawing.js').drawing>
  & Of<typeof import('declared/bench/behind.js').behind>
  & Of<typeof import('declared/bench/path.js').path>
  & Of<typeof import('declared/bench/points.js').points>
  & Of<typeof import('declared/bench/notes.js').notes>
  & Of<typeof import('declared/bench/keys.js').keys>
  & Of<typeof import('declared/bench/kits.js').kits>
  & Of<typeof import('declared/bench/outside.js').outside>
  & Of<typeof import('declared/bench/frame.js').frame>
  & Of<typeof import('declared/bench/field.js').field>
  & Of<typeof import('declared/bench/snapshots.js').snapshots>
  & { $nextTick(then: () => void): void; $watch(name: string, then: () => void): void };
