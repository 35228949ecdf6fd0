/** Programs that leave wax, or a film over wax, on the face. */
const WAXED = ['paste-wax', 'wax-film'];

/**
 * Why one release program may not follow another on a face that was not stripped; null: it may.
 * Film over a semi-permanent release beads up; a semi-permanent one over wax does not bond.
 */
export function programChangeRefused(fromId: string, toId: string, stripped: boolean): string | null {
  if (stripped || fromId === toId) return null;
  const [from, to] = [WAXED.includes(fromId), WAXED.includes(toId)];
  if (from && to) return null;
  if (from) return 'A semi-permanent release does not bond over wax. Strip the mold bare first, and say so here.';
  return 'Wax and soluble film bead up on a semi-permanent release. Strip the mold bare first, and say so here.';
}
