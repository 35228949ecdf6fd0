/**
 * Wilson's interval for a share seen in n trials, 95 %.
 * @see docs/references.md#wilson-1927
 */
export function wilson(share: number, n: number): { from: number; to: number } {
  const z = 1.96;
  const middle = (share + (z * z) / (2 * n)) / (1 + (z * z) / n);
  const half = (z / (1 + (z * z) / n)) * Math.sqrt((share * (1 - share)) / n + (z * z) / (4 * n * n));
  return { from: Math.max(0, middle - half), to: Math.min(1, middle + half) };
}
