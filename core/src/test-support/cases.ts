import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { readCase, type ParsedCase } from '../formats/case-file.js';
import type { CaseReport } from '../formats/case-report.js';

const folder = join(__dirname, '../../cases');

export const caseNames = readdirSync(folder)
  .filter((file) => file.endsWith('.json') && file.startsWith('c'))
  .map((file) => file.replace('.json', ''));

/** A case as it stands in its file. */
export function caseFile(name: string): Record<string, unknown> {
  // A fixture of our own.
  return JSON.parse(readFileSync(join(folder, `${name}.json`), 'utf8'));
}

export function loadCase(name: string): ParsedCase {
  return readCase(caseFile(name));
}

/** Mechanics by resin, and what the independent solver found for the curvature of each case. */
export function curvatureReference(): { set: object; curvature: Record<string, { demold_h: number; bow_mm_per_m: number }> } {
  return JSON.parse(readFileSync(join(folder, 'results', 'curvature.json'), 'utf8'));
}

/** Result of the independent fine-grid solver (implicit multistep, relative tolerance 1e-8). */
export function loadReference(name: string): CaseReport {
  // A fixture of our own, trusted to have the shape of a report.
  return JSON.parse(readFileSync(join(folder, 'results', `${name}.json`), 'utf8'));
}
