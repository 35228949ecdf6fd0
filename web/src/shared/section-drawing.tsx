import { useId, type ReactNode } from 'react';

/** A place of a section, by its kind. */
export interface DrawnZone {
  readonly id: string;
  readonly name: string;
  readonly kind: 'field' | 'flange' | 'outside corner' | 'inside corner' | 'deep pocket' | 'core area' | 'steep wall';
}
export interface DrawnSection {
  /** Empty: the mold is one piece */
  readonly name: string;
  readonly zones: readonly DrawnZone[];
}

/** Where something is: in a zone, and at a place of its section's drawing if somebody said. */
export interface DrawnPlace {
  readonly zoneId: string | null;
  readonly x: number | null;
  readonly y: number | null;
}

export interface DrawnMark extends DrawnPlace {
  readonly id: string;
  /** Stands beside it: its number in a list */
  readonly label: string;
  /** How deep it goes: so many rings, 0 to 4 */
  readonly rings: number;
  /** The same by color: place in `depthFills`; left out: not known */
  readonly depth?: number;
  /** Being repaired: drawn open and dashed */
  readonly repair?: boolean;
}

/** From the release down through two gel coats and the skin into the bulk: paper, two ochres, brick, umber. */
export const depthFills = ['transparent', '#e9c46a', '#d98e3f', '#a3492f', '#4f2420'] as const;
/** From here on what is written on it is light. */
const DARK_FROM = 3;

const WIDTH = 260;
const HEIGHT = 170;
const GAP = 26;
const BAND = 22;
const WALL = 15;
const CORNER = 24;
const TITLE = 20;

interface Box {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}
interface Region {
  readonly zone: DrawnZone;
  readonly boxes: readonly Box[];
  readonly round?: boolean;
}

/** Parts of a kind, dealt to its zones one after the other: a flange of two is left and right half of the rim. */
const dealt = (zones: readonly DrawnZone[], boxes: readonly Box[]): Region[] =>
  zones.map((zone, i) => ({ zone, boxes: boxes.filter((_, b) => Math.floor((b * zones.length) / boxes.length) === i) }));

/** Regions of a section, those that lie on top last. */
function regionsOf({ zones }: DrawnSection): Region[] {
  const of = (kind: DrawnZone['kind']): DrawnZone[] => zones.filter((zone) => zone.kind === kind);
  const inset = of('flange').length > 0 ? BAND : 0;
  const inner: Box = { x: inset, y: inset, w: WIDTH - 2 * inset, h: HEIGHT - 2 * inset };
  const frame = (box: Box, wide: number): Box[] => [
    { x: box.x, y: box.y, w: wide, h: box.h },
    { x: box.x + wide, y: box.y, w: box.w - 2 * wide, h: wide },
    { x: box.x + wide, y: box.y + box.h - wide, w: box.w - 2 * wide, h: wide },
    { x: box.x + box.w - wide, y: box.y, w: wide, h: box.h },
  ];
  const corners = (box: Box, size: number): Box[] => [
    { x: box.x, y: box.y, w: size, h: size },
    { x: box.x, y: box.y + box.h - size, w: size, h: size },
    { x: box.x + box.w - size, y: box.y, w: size, h: size },
    { x: box.x + box.w - size, y: box.y + box.h - size, w: size, h: size },
  ];
  const walled = of('steep wall').length > 0 ? WALL : 0;
  const floor: Box = { x: inner.x + walled, y: inner.y + walled, w: inner.w - 2 * walled, h: inner.h - 2 * walled };
  const row = (count: number, share: number, high: number): Box[] =>
    Array.from({ length: count }, (_, i) => ({
      x: floor.x + (floor.w * (i + 0.5)) / count - (floor.w * share) / count / 2,
      y: floor.y + floor.h / 2 - high / 2,
      w: (floor.w * share) / count,
      h: high,
    }));
  const fields = of('field');
  const pockets = of('deep pocket');
  const cores = of('core area');
  return [
    ...dealt(of('flange'), frame({ x: 0, y: 0, w: WIDTH, h: HEIGHT }, BAND)),
    // Several fields share the floor side by side.
    ...fields.map((zone, i) => ({
      zone,
      boxes: [{ x: inner.x + (inner.w * i) / fields.length, y: inner.y, w: inner.w / fields.length, h: inner.h }],
    })),
    ...dealt(of('steep wall'), frame(inner, WALL)),
    ...cores.map((zone, i) => ({ zone, boxes: [{ ...row(cores.length, 0.7, floor.h * 0.34)[i], y: floor.y + floor.h * 0.6 }] })),
    ...dealt(of('inside corner'), corners(floor, CORNER)),
    ...dealt(
      of('outside corner'),
      corners(inner, CORNER).map((box) => ({ ...box, w: box.w * 0.7, h: box.h * 0.7 })),
    ),
    ...pockets.map((zone, i) => ({ zone, boxes: [{ ...row(pockets.length, 0.42, floor.h * 0.4)[i], y: floor.y + floor.h * 0.12 }], round: true })),
  ];
}

const centerOf = ({ boxes }: Region): { x: number; y: number } => ({ x: boxes[0].x + boxes[0].w / 2, y: boxes[0].y + boxes[0].h / 2 });

interface SectionDrawingProps {
  readonly sections: readonly DrawnSection[];
  readonly marks?: readonly DrawnMark[];
  /** Somebody points at a place */
  readonly onPlace?: (place: { zoneId: string; x: number; y: number }) => void;
  /** Where somebody pointed */
  readonly placed?: DrawnPlace | null;
  readonly onMark?: (id: string) => void;
  /** What stands on a zone: its condition */
  readonly noted?: ReadonlyMap<string, string>;
}

/** Sections seen from the face, zones by their kind, with what was found where. Simplified: shapes are not to scale. */
export function SectionDrawing({ sections, marks = [], onPlace, placed = null, onMark, noted }: SectionDrawingProps) {
  const hatch = useId();
  const named = sections.some(({ name }) => name !== '');
  const top = named ? TITLE : 4;
  const wide = sections.length * WIDTH + (sections.length - 1) * GAP;
  return (
    <svg
      viewBox={`-4 ${String(-top)} ${String(wide + 8)} ${String(HEIGHT + top + 6)}`}
      className="w-full"
      style={{ maxWidth: `${String(Math.min(2, sections.length) * 24)}rem` }}
      role={onPlace ? undefined : 'img'}
      aria-label={`${sections.length === 1 ? 'The mold' : `${String(sections.length)} sections`} from the face${marks.length > 0 ? `, ${String(marks.length)} marks` : ''}`}
    >
      <defs>
        <pattern id={`${hatch}-wall`} width="6" height="6" patternUnits="userSpaceOnUse">
          <path d="M0 3H6" stroke="currentColor" strokeWidth="0.6" opacity="0.5" />
        </pattern>
        <pattern id={`${hatch}-flange`} width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M0 3H6" stroke="currentColor" strokeWidth="0.6" opacity="0.35" />
        </pattern>
        <pattern id={`${hatch}-corner`} width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
          <path d="M0 2.5H5" stroke="currentColor" strokeWidth="0.8" opacity="0.6" />
        </pattern>
      </defs>
      {sections.map((section, s) => {
        const regions = regionsOf(section);
        const own = (zoneId: string | null): Region | undefined => (zoneId === null ? undefined : regions.find(({ zone }) => zone.id === zoneId));
        const at = (place: DrawnPlace): { x: number; y: number } | null => {
          const region = own(place.zoneId);
          if (place.zoneId !== null && !region) return null;
          if (place.zoneId === null && s > 0) return null;
          if (place.x !== null && place.y !== null) return { x: place.x * WIDTH, y: place.y * HEIGHT };
          return region ? centerOf(region) : { x: WIDTH / 2, y: HEIGHT / 2 };
        };
        return (
          <g key={`${section.name} ${String(s)}`} transform={`translate(${String(s * (WIDTH + GAP))} 0)`}>
            {named && (
              <text x={0} y={-6} className="fill-current text-[13px] font-semibold">
                {section.name}
              </text>
            )}
            <rect width={WIDTH} height={HEIGHT} fill="none" stroke="currentColor" strokeWidth="1.4" />
            {regions.map((region) => (
              <Zone
                key={region.zone.id}
                region={region}
                hatch={hatch}
                chosen={placed?.zoneId === region.zone.id}
                noted={noted?.get(region.zone.id)}
                onPlace={onPlace}
              />
            ))}
            {placed && placed.x !== null && <Pointer at={at(placed)} />}
            {marks.map((mark) => {
              const place = at(mark);
              return place && <Mark key={mark.id} mark={mark} at={place} onMark={onMark} />;
            })}
          </g>
        );
      })}
    </svg>
  );
}

const FILL: Readonly<Record<DrawnZone['kind'], string | null>> = {
  field: null,
  flange: 'flange',
  'outside corner': 'corner',
  'inside corner': 'corner',
  'deep pocket': null,
  'core area': null,
  'steep wall': 'wall',
};

interface ZoneProps {
  readonly region: Region;
  readonly hatch: string;
  readonly chosen: boolean;
  readonly noted?: string;
  readonly onPlace?: SectionDrawingProps['onPlace'];
}

function Zone({ region, hatch, chosen, noted, onPlace }: ZoneProps) {
  const { zone, boxes, round = false } = region;
  const fill = FILL[zone.kind];
  const shape = (box: Box, props: React.SVGProps<SVGRectElement & SVGEllipseElement>, key: string): ReactNode =>
    round ? (
      <ellipse key={key} cx={box.x + box.w / 2} cy={box.y + box.h / 2} rx={box.w / 2} ry={box.h / 2} {...props} />
    ) : (
      <rect key={key} x={box.x} y={box.y} width={box.w} height={box.h} {...props} />
    );
  const center = centerOf(region);
  return (
    <g
      role={onPlace ? 'button' : undefined}
      tabIndex={onPlace ? 0 : undefined}
      aria-label={onPlace ? zone.name : undefined}
      aria-pressed={onPlace ? chosen : undefined}
      className={onPlace ? 'cursor-pointer focus:outline-none [&:focus-visible>*]:stroke-[2.5]' : undefined}
      onClick={
        onPlace &&
        ((event) => {
          const svg = event.currentTarget.parentElement;
          const box = svg?.querySelector('rect')?.getBoundingClientRect();
          if (!box || box.width === 0) onPlace({ zoneId: zone.id, x: center.x / WIDTH, y: center.y / HEIGHT });
          else onPlace({ zoneId: zone.id, x: (event.clientX - box.left) / box.width, y: (event.clientY - box.top) / box.height });
        })
      }
      onKeyDown={
        onPlace &&
        ((event) => {
          if (event.key !== 'Enter' && event.key !== ' ') return;
          event.preventDefault();
          onPlace({ zoneId: zone.id, x: center.x / WIDTH, y: center.y / HEIGHT });
        })
      }
    >
      <title>{zone.name}</title>
      {boxes.map((box, i) => shape(box, { className: chosen ? 'fill-base-300' : 'fill-base-100', stroke: 'none' }, `ground ${String(i)}`))}
      {boxes.map((box, i) =>
        shape(
          box,
          {
            fill: fill === null ? 'transparent' : `url(#${hatch}-${fill})`,
            stroke: 'currentColor',
            strokeWidth: chosen ? 1.6 : 0.7,
            strokeDasharray: zone.kind === 'core area' ? '4 3' : undefined,
          },
          String(i),
        ),
      )}
      {noted !== undefined && (
        <text
          x={boxes[0].x + boxes[0].w / 2}
          y={boxes[0].y + boxes[0].h - (round ? 7 : 5)}
          textAnchor="middle"
          className="num fill-current text-[12px] font-semibold"
        >
          {noted}
        </text>
      )}
    </g>
  );
}

const Pointer = ({ at }: { at: { x: number; y: number } | null }) =>
  at && (
    <g className="stroke-primary pointer-events-none" strokeWidth="1.8" fill="none">
      <circle cx={at.x} cy={at.y} r="8" />
      <path d={`M${String(at.x - 13)} ${String(at.y)}h8m10 0h8M${String(at.x)} ${String(at.y - 13)}v8m0 10v8`} />
    </g>
  );

/** A finding: the deeper it goes, the more rings it has. */
function Mark({
  mark: { id, label, rings, depth, repair = false },
  at,
  onMark,
}: {
  mark: DrawnMark;
  at: { x: number; y: number };
  onMark?: (id: string) => void;
}) {
  return (
    <g
      className={onMark ? 'cursor-pointer' : 'pointer-events-none'}
      onClick={
        onMark &&
        (() => {
          onMark(id);
        })
      }
    >
      <circle
        cx={at.x}
        cy={at.y}
        r={9}
        className="fill-base-100"
        stroke="currentColor"
        strokeWidth="1.6"
        strokeDasharray={repair ? '3 2' : undefined}
      />
      {depth !== undefined && depth > 0 && <circle cx={at.x} cy={at.y} r={8.2} style={{ fill: depthFills[depth] }} data-depth={depth} />}
      <text
        x={at.x}
        y={at.y + 3.8}
        textAnchor="middle"
        className={`num text-[10.5px] font-semibold ${depth === undefined || depth === 0 ? 'fill-current' : ''}`}
        style={depth === undefined || depth === 0 ? undefined : { fill: depth >= DARK_FROM ? '#fff' : '#1d1a16' }}
      >
        {label}
      </text>
      {Array.from({ length: rings }, (_, i) => (
        <circle key={i} cx={at.x} cy={at.y} r={12 + 2.6 * i} fill="none" stroke="currentColor" strokeWidth="0.9" />
      ))}
    </g>
  );
}

/** Zones of a mold put together by section, in their order. */
export function drawnSections(zones: readonly (DrawnZone & { readonly section: string })[]): DrawnSection[] {
  const names = [...new Set(zones.map(({ section }) => section))];
  return names.map((name) => ({ name, zones: zones.filter(({ section }) => section === name) }));
}
