import type { ResinFamily } from '@pentimento/core/materials';
import type { ReactElement } from 'react';

/** Hatches tell materials; colors do not. Own drawing conventions of this application. */
export type HatchId = 'plug' | 'gelcoat' | 'skin' | 'laminate' | 'lowprofile' | 'cloth' | 'surface' | 'foam';

export function hatchOf(family: ResinFamily | undefined): HatchId {
  switch (family) {
    case 'gel coat':
      return 'gelcoat';
    case 'barrier':
    case 'skin':
      return 'skin';
    case 'low-profile tooling':
      return 'lowprofile';
    case 'epoxy laminating':
      return 'cloth';
    case 'epoxy surface':
      return 'surface';
    case 'polyurethane':
    case 'paste and putty':
      return 'foam';
    default:
      return 'laminate';
  }
}

const STROKE = { stroke: 'currentColor', strokeWidth: 0.8, fill: 'none' } as const;

const SHAPES: Record<HatchId, { size: readonly [number, number]; shape: ReactElement }> = {
  plug: { size: [8, 8], shape: <path d="M-2 2 2-2M0 8 8 0M6 10 10 6" {...STROKE} /> },
  gelcoat: { size: [5, 5], shape: <circle cx="2.5" cy="2.5" r="0.9" fill="currentColor" /> },
  skin: { size: [10, 5], shape: <path d="M0 2.5 2.5 0.8 5 2.5 7.5 4.2 10 2.5" {...STROKE} /> },
  laminate: { size: [9, 9], shape: <path d="M1 2 4 3.5M5 7 8 5.5M6 1 7.5 3.5M1.5 8 3 5.5" {...STROKE} /> },
  lowprofile: { size: [8, 8], shape: <path d="M0 4H8M2 0V4M6 4V8" {...STROKE} /> },
  cloth: { size: [8, 8], shape: <path d="M0 1H4M4 3H8M0 5H4M4 7H8M1 2V5M5 0V3M5 4V7" {...STROKE} /> },
  surface: { size: [4, 6], shape: <path d="M2 0V3.5" {...STROKE} /> },
  foam: { size: [9, 9], shape: <path d="M3 4.5a2 2 0 1 1-.1-.1M8 7.5a1.2 1.2 0 1 1-.1-.1" {...STROKE} /> },
};

/** Pattern definitions; put once into each drawing that uses them. */
export function HatchDefs({ prefix }: { prefix: string }) {
  return (
    <defs>
      {Object.entries(SHAPES).map(([id, { size, shape }]) => (
        <pattern key={id} id={`${prefix}-${id}`} width={size[0]} height={size[1]} patternUnits="userSpaceOnUse">
          {shape}
        </pattern>
      ))}
    </defs>
  );
}
