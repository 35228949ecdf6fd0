/** Pull counts as tally strokes in bundles of five: four upright, the fifth across. A gap mark stands before pulls that follow a touch-up. */
export function TallyStrokes({ count, touchUpsBefore = [], height = 22 }: { count: number; touchUpsBefore?: readonly number[]; height?: number }) {
  const step = 5;
  const bundle = 5 * step + 4;
  const x = (i: number): number => Math.floor(i / 5) * bundle + (i % 5) * step + 3;
  const width = Math.max(12, Math.ceil(count / 5) * bundle + 4);
  return (
    <svg
      width={width}
      height={height}
      viewBox={`0 0 ${String(width)} ${String(height)}`}
      role="img"
      aria-label={`${String(count)} ${count === 1 ? 'pull' : 'pulls'}`}
      className="max-w-full"
    >
      {Array.from({ length: count }, (_, i) => {
        const across = i % 5 === 4;
        const x0 = x(i);
        return across ? (
          <line key={i} x1={x0 - 4 * step - 2} x2={x0 - 1} y1={height - 5} y2={5} stroke="currentColor" strokeWidth="1.8" />
        ) : (
          <line key={i} x1={x0} x2={x0 + 0.6} y1={3} y2={height - 3} stroke="currentColor" strokeWidth="1.8" />
        );
      })}
      {touchUpsBefore.map((i) => (
        <circle key={i} cx={x(i) - (i % 5 === 4 ? 4 * step + 2 : 2.4)} cy={height - 1.6} r={1.6} fill="currentColor" />
      ))}
    </svg>
  );
}
