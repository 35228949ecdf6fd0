import type { FindingKind } from '../log/reading-fields.js';

/** What is known of a kind of finding before anybody looks at a log. */
export interface FindingSheet {
  readonly kind: FindingKind;
  /** How it shows */
  readonly looks: string;
  /** What to look at first */
  readonly lookAt: string;
  /** How it is prevented next time */
  readonly prevent: string;
  /** Repairs by how deep it goes, the least first: ids of methods */
  readonly repairs: readonly string[];
  /** Up to which size it is small, and from which it is large [mm] */
  readonly sizesMm: readonly [small: number, large: number];
}

const SHEETS = {
  wrinkles: {
    looks: 'Skin like a reptile’s: fine raised folds, often where the film is thin.',
    lookAt: 'Gauge readings there, minutes until the next layer, pots of the gel coat.',
    prevent: 'Full film in two coats, tack tried before the next layer, right ratio.',
    repairs: ['re-gel'],
    sizesMm: [20, 150],
  },
  'pre-release': {
    looks: 'A dull patch with a step at its edge, mirrored on the next part.',
    lookAt: 'Thick or pooled film, peak under it, hours between gel coat and skin.',
    prevent: 'Even film, skin coat within the window, light first session.',
    repairs: ['polish', 're-gel'],
    sizesMm: [30, 200],
  },
  pinholes: {
    looks: 'Holes like needle pricks, alone or in fields; they fill with dust first.',
    lookAt: 'Temperature of the gel coat, thickness of one pass, rolling.',
    prevent: 'Warm mix, stir slowly, thin passes, let air out before the next.',
    repairs: ['gel-fill', 're-gel'],
    sizesMm: [0.5, 3],
  },
  'soft gel coat': {
    looks: 'A fingernail marks it; dull, smells of styrene, mostly in corners and hollows.',
    lookAt: 'Release film in that corner, thin film, pot ratio, styrene that lay there.',
    prevent: 'Film checked in every corner, plug on edge or air moved, whole pot mixed.',
    repairs: ['cure-on', 're-gel'],
    sizesMm: [20, 150],
  },
  'print-through': {
    looks: 'The weave or strands of the glass show at a low light.',
    lookAt: 'Whether the skin had cured, its thickness, peak of the first bulk session.',
    prevent: 'Skin cured and keyed before bulk, light first bulk, frame later and softer.',
    repairs: ['polish'],
    sizesMm: [50, 500],
  },
  chip: {
    looks: 'Gel coat broken off, at edges and outside corners first.',
    lookAt: 'A void or resin without glass behind it, blows, one-sided levering.',
    prevent: 'Fiber rolled into the radius, no resin-rich corners, wedges all round.',
    repairs: ['gel-fill', 'from-behind'],
    sizesMm: [3, 20],
  },
  blister: {
    looks: 'A raised dome, soft or hollow to a knock.',
    lookAt: 'Air under the first ply, drops of catalyst that were not stirred in, heat of parts.',
    prevent: 'Roll until it is clear, stir the pot’s corners, no hot part on a fresh mold.',
    repairs: ['gel-fill', 're-gel'],
    sizesMm: [3, 20],
  },
  crack: {
    looks: 'Lines from one point like a star, or one line along a corner.',
    lookAt: 'Film thickness there, blows from behind, bending at demolding.',
    prevent: 'No pooled gel coat, even demolding, nothing dropped on the back.',
    repairs: ['gel-fill', 'from-behind'],
    sizesMm: [10, 80],
  },
  warp: {
    looks: 'It no longer sits on the plug or a straight-edge.',
    lookAt: 'Peak of bulk, plies laid at once, hours on the plug, when the frame went on.',
    prevent: 'Even build, fewer plies at once, longer on the plug, frame late and soft.',
    repairs: ['refit'],
    sizesMm: [1, 4],
  },
  sticks: {
    looks: 'A part held in one place; a torn or shiny patch where it did.',
    lookAt: 'Coats since treatment, film in that corner, draft, heat of the part.',
    prevent: 'Treatment before it is due, film seen in every corner, test pull of tape.',
    repairs: ['strip-and-treat', 'polish', 'gel-fill'],
    sizesMm: [30, 200],
  },
  texture: {
    looks: 'Orange peel, wax swirls or film edges copied into the face.',
    lookAt: 'How the release was buffed, how wet the film went on.',
    prevent: 'Buff until no swirl is left; mist, mist, then one wet pass.',
    repairs: ['polish'],
    sizesMm: [50, 500],
  },
  'tacky back': {
    looks: 'The back stays sticky after days.',
    lookAt: 'Surface additive in the last pot, temperature of the night, ratio.',
    prevent: 'Additive or film on the last ply, warm through the night.',
    repairs: ['cure-on'],
    sizesMm: [100, 1000],
  },
  'dry fiber': {
    looks: 'White or milky strands in the laminate.',
    lookAt: 'Resin to glass of that session, binder of the mat, damp.',
    prevent: 'Weigh resin against glass, a binder that the resin dissolves, dry mat.',
    repairs: ['from-behind'],
    sizesMm: [20, 150],
  },
  'run or sag': {
    looks: 'Curtains and drops of gel coat on a wall.',
    lookAt: 'Film on steep walls in one pass, heat of the plug.',
    prevent: 'Less in one pass on walls, wait between passes.',
    repairs: ['polish', 'gel-fill'],
    sizesMm: [20, 150],
  },
  'air under a ply': {
    looks: 'A pale patch that sounds hollow.',
    lookAt: 'Corners and overlaps, gel time left when it was rolled.',
    prevent: 'Roll out ply by ply before gel; cut darts, do not bridge corners.',
    repairs: ['gel-fill', 'from-behind'],
    sizesMm: [5, 40],
  },
  dirt: {
    looks: 'Specks, hairs or fisheyes in the face.',
    lookAt: 'Dust at the gate, polish with silicone, cloths.',
    prevent: 'Wipe, tack cloth, clean hands; silicone stays out of the shop.',
    repairs: ['polish', 'gel-fill'],
    sizesMm: [1, 10],
  },
  other: {
    looks: 'What no other kind says.',
    lookAt: 'The log around the hour it may have come from.',
    prevent: 'Write down what you see: the next one will be known.',
    repairs: ['polish', 'gel-fill', 'from-behind'],
    sizesMm: [10, 100],
  },
} as const satisfies Readonly<Record<FindingKind, Omit<FindingSheet, 'kind'>>>;

export const findingSheet = (kind: FindingKind): FindingSheet => ({ kind, ...SHEETS[kind] });

export type SizeClass = 'small' | 'middling' | 'large';

/** How large a finding is for one of its kind; null: nobody measured. */
export function sizeClass(kind: FindingKind, sizeMm: number | null): SizeClass | null {
  if (sizeMm === null) return null;
  const [small, large] = SHEETS[kind].sizesMm;
  return sizeMm <= small ? 'small' : sizeMm < large ? 'middling' : 'large';
}
