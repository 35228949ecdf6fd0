import { boltPattern } from '@pentimento/core/design';
import { useUnits } from '../../../shared/use-units';

const WIDTH = 520;

/** Bolts and dowels along one parting line. */
export function BoltDrawing({ name, lengthMm, spacingMm }: { name: string; lengthMm: number; spacingMm: number }) {
  const units = useUnits();
  const { boltsMm, pitchMm, dowelsMm } = boltPattern(lengthMm, spacingMm);
  const x = (mm: number): number => 6 + (mm / lengthMm) * (WIDTH - 12);
  return (
    <figure className="text-sm">
      <svg viewBox={`0 0 ${String(WIDTH)} 30`} className="w-full max-w-xl" role="img" aria-label={`Bolts and dowels along ${name}`}>
        <rect x={6} y={6} width={WIDTH - 12} height={18} fill="none" stroke="currentColor" />
        {boltsMm.map((mm) => (
          <circle key={mm} cx={x(mm)} cy={15} r={4} fill="none" stroke="currentColor" strokeWidth={1.2} />
        ))}
        {dowelsMm.map((mm) => (
          <path key={mm} d={`M${String(x(mm))} 9 v12 M${String(x(mm) - 6)} 15 h12`} stroke="currentColor" strokeWidth={2} />
        ))}
      </svg>
      <figcaption className="muted text-xs">
        {name}: {boltsMm.length} bolts, first {units.text('thickness', boltsMm[0])}, then every {units.text('thickness', pitchMm)}; dowels at{' '}
        {units.text('thickness', dowelsMm[0])} and {units.text('thickness', dowelsMm[1])}, not symmetric: it goes together one way.
      </figcaption>
    </figure>
  );
}
