/** A section as steps, one a session, that rise to its demolding; empty: nothing is laid. */
export function stairPath(
  { sessions, demoldMin }: { readonly sessions: readonly { readonly startMin: number }[]; readonly demoldMin: number },
  x: (minutes: number) => number,
  { top, bottom }: { readonly top: number; readonly bottom: number },
): string {
  if (sessions.length === 0) return '';
  const step = (bottom - top) / sessions.length;
  const steps = sessions.map(({ startMin }, i) => `H${x(startMin).toFixed(1)} V${(bottom - (i + 1) * step).toFixed(1)}`).join(' ');
  return `M${x(sessions[0].startMin).toFixed(1)} ${bottom.toFixed(1)} ${steps} H${x(demoldMin).toFixed(1)} V${bottom.toFixed(1)} Z`;
}
