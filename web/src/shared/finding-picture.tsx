import type { FindingKind } from '@pentimento/core/log';
import type { ReactNode } from 'react';

const FACE = 14;
const GEL = 8;
const SKIN = 10;

/** Gel coat over skin over laminate, cut through, face up. */
function Cut({ gel = `M0 ${String(FACE)}H72V${String(FACE + GEL)}H0Z`, children }: { gel?: string; children?: ReactNode }) {
  return (
    <>
      <path d={gel} fill="currentColor" fillOpacity="0.28" stroke="currentColor" strokeWidth="0.9" />
      <path d={`M0 ${String(FACE + GEL)}H72V${String(FACE + GEL + SKIN)}H0Z`} fill="none" stroke="currentColor" strokeWidth="0.7" />
      <path d="M2 26l5 3m4-3l5 3m4-3l5 3m4-3l5 3m4-3l5 3m4-3l5 3m4-3l5 3m4-3l5 3" stroke="currentColor" strokeWidth="0.7" opacity="0.6" />
      <path d="M0 32H72V46H0Z" fill="none" stroke="currentColor" strokeWidth="0.7" />
      <path d="M3 37h12m3 0h12m3 0h12m3 0h12m3 0h9M6 42h12m3 0h12m3 0h12m3 0h12m3 0h6" stroke="currentColor" strokeWidth="1" opacity="0.6" />
      {children}
    </>
  );
}

/** Seen from the face. */
const Face = ({ children }: { children: ReactNode }) => (
  <>
    <path d="M1 3H71V45H1Z" fill="currentColor" fillOpacity="0.1" stroke="currentColor" strokeWidth="0.9" />
    {children}
  </>
);

const ink = { stroke: 'currentColor', strokeWidth: 1.4, fill: 'none' } as const;

const PICTURES: Readonly<Record<FindingKind, ReactNode>> = {
  wrinkles: (
    <Face>
      <path
        d="M8 14q6-6 10 0t10 0t10 0t10 0t10 0M6 22q6-6 10 0t10 0t10 0t10 0t12 0M8 30q6-6 10 0t10 0t10 0t10 0t10 0M12 38q6-6 10 0t10 0t10 0t10 0"
        {...ink}
      />
    </Face>
  ),
  'pre-release': (
    <Cut gel="M0 14H22q4-6 14-6t14 6H72V22H50q-6-3-14-3t-14 3H0Z">
      <path d="M24 22q12-5 24 0" {...ink} strokeDasharray="2 2" />
    </Cut>
  ),
  pinholes: (
    <Face>
      {[
        [14, 14],
        [24, 10],
        [35, 16],
        [46, 12],
        [58, 18],
        [18, 26],
        [30, 30],
        [42, 26],
        [54, 32],
        [24, 38],
        [40, 38],
        [62, 28],
      ].map(([x, y]) => (
        <circle key={`${String(x)} ${String(y)}`} cx={x} cy={y} r="1.5" fill="currentColor" />
      ))}
    </Face>
  ),
  'soft gel coat': (
    <Cut>
      <path d="M28 14q8 12 16 0" {...ink} fill="currentColor" fillOpacity="0.15" />
      <path d="M36 2v9m-3-3l3 4l3-4" {...ink} />
    </Cut>
  ),
  'print-through': (
    <Face>
      <path
        d="M6 8L30 40M16 6L44 42M30 6L58 42M44 6L66 34M58 8L30 42M66 10L44 42M44 6L18 42M30 6L8 38"
        stroke="currentColor"
        strokeWidth="0.9"
        opacity="0.75"
      />
    </Face>
  ),
  chip: (
    <Cut gel="M0 14H26L30 22H46L49 14H72V22H0Z">
      <path d="M28 8l6-4 8 3 4 4z" fill="currentColor" fillOpacity="0.28" stroke="currentColor" strokeWidth="0.9" />
    </Cut>
  ),
  blister: (
    <Cut gel="M0 14H22q14-14 28 0H72V22H50q-14-10-28 0H0Z">
      <path d="M24 22q12-8 24 0" {...ink} />
    </Cut>
  ),
  crack: (
    <Face>
      <path d="M36 24L20 8M36 24L58 10M36 24L62 30M36 24L44 42M36 24L18 40M36 24L10 24" {...ink} />
      <circle cx="36" cy="24" r="2" fill="currentColor" />
    </Face>
  ),
  warp: (
    <>
      <path d="M2 40H70" stroke="currentColor" strokeDasharray="4 3" />
      <path d="M2 24Q36 42 70 20L70 28Q36 50 2 32Z" fill="currentColor" fillOpacity="0.28" stroke="currentColor" />
      <path d="M66 29v9m-2-3l2 3l2-3" {...ink} />
    </>
  ),
  sticks: (
    <Cut>
      <path d="M2 4H70V9H46q-4 6-20 0H2Z" fill="none" stroke="currentColor" />
      <path d="M28 14l2-4m6 4l0-3m6 3l-2-4" {...ink} />
    </Cut>
  ),
  texture: <Cut gel="M0 15q3-4 6 0t6 0t6 0t6 0t6 0t6 0t6 0t6 0t6 0t6 0t6 0t6 0V22H0Z" />,
  'tacky back': (
    <Cut>
      <path d="M8 46v5m0 0q-2 3 0 4q2-1 0-4M28 46v3m0 0q-2 3 0 4q2-1 0-4M50 46v5m0 0q-2 3 0 4q2-1 0-4" {...ink} strokeWidth={1.1} />
    </Cut>
  ),
  'dry fiber': (
    <Cut>
      <path d="M16 34l36 10M20 44l34-10M26 33l20 12" stroke="currentColor" strokeWidth="2" />
    </Cut>
  ),
  'run or sag': (
    <Face>
      <path d="M14 6v22q0 8 4 8t4-8V6M34 6v14q0 8 5 8t5-8V6M56 6v26q0 7 3 7t3-7V6" {...ink} />
    </Face>
  ),
  'air under a ply': (
    <Cut>
      <ellipse cx="36" cy="27" rx="15" ry="4.5" className="fill-base-100" stroke="currentColor" strokeWidth="1.4" />
    </Cut>
  ),
  dirt: (
    <Face>
      <path d="M20 14l8 3M40 32q6-8 12 0M16 36l3-6" {...ink} />
      <circle cx="50" cy="14" r="4" fill="none" stroke="currentColor" />
      <circle cx="50" cy="14" r="1.3" fill="currentColor" />
      <circle cx="30" cy="28" r="1.3" fill="currentColor" />
    </Face>
  ),
  other: (
    <Face>
      <text x="36" y="33" textAnchor="middle" className="fill-current text-[26px] font-semibold">
        ?
      </text>
    </Face>
  ),
};

/** How a finding looks, drawn: from the face, or cut through with the gel coat on top. */
export function FindingPicture({ kind, className = 'w-20' }: { kind: FindingKind; className?: string }) {
  return (
    <svg viewBox="0 0 72 56" className={className} aria-hidden>
      {PICTURES[kind]}
    </svg>
  );
}
