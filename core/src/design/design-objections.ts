import { amount, words } from '../units/amounts.js';
import type { PlugIntake } from '../plan/parts/plug-intake.js';
import type { Objection } from '../plan/objection.js';
import { demoldGrade, LEAST_RADIUS_MM } from './demold.js';
import { flangeNeedMm } from './flange-width.js';
import type { MoldDesign } from '../plan/parts/mold-design.js';
import { panelDeflectionM, type PanelInput } from './panel-deflection.js';

const split = (parts: Omit<Objection, 'stage'>): Objection => ({ stage: 'split', ...parts });

/** What the shell is made of, for its stiffness. */
export type ShellStiffness = Pick<PanelInput, 'thicknessM' | 'modulusPa' | 'poisson'>;

/** Everything that speaks against how a mold is split, edged and framed. */
export function designObjections(design: MoldDesign, intake: PlugIntake, shell: ShellStiffness | null): Objection[] {
  return [...flangeObjections(design, intake), ...faceObjections(design), ...frameObjections(design, shell), ...markObjections(design, intake)];
}

function flangeObjections({ flange, partings, sections }: MoldDesign, { use }: PlugIntake): Objection[] {
  const found: Objection[] = [];
  const need = flangeNeedMm(flange.kind, flange.trimMm, flange.boltMm);
  if (flange.widthMm < need) {
    found.push(
      split({
        level: 'care',
        id: 'flange-narrow',
        title: words`Flange ${amount('thickness', flange.widthMm)} wide`,
        why: words`A ${flange.kind} flange needs ${amount('thickness', need)}.`,
        remedy: 'Widen it, or take smaller bolts or a narrower bag edge.',
      }),
    );
  }
  const vacuum = use === 'bagged' || use === 'infused';
  if (vacuum && flange.kind !== 'bagged' && flange.kind !== 'infused') {
    found.push(
      split({
        level: 'stop',
        id: 'flange-vacuum',
        title: `${use} use on a ${flange.kind} flange`,
        why: 'There is no room for sealant and bag outside the trim line.',
        remedy: 'Choose a bagged or infused flange.',
      }),
    );
  }
  if (flange.filletMm > flange.trimMm) {
    found.push(
      split({
        level: 'care',
        id: 'fillet-trim',
        title: words`Fillet ${amount('thickness', flange.filletMm)}`,
        why: 'It eats the trim line.',
        remedy: words`Keep it at or under the trim allowance of ${amount('thickness', flange.trimMm)}.`,
      }),
    );
  }
  if (flange.filletMm === 0) {
    found.push(
      split({
        level: 'care',
        id: 'fillet-none',
        title: 'No fillet at the plug’s edge',
        why: 'A knife edge of gel coat chips.',
        remedy: 'A small wax fillet takes a clean line.',
      }),
    );
  }
  if (sections.length > 1 && partings.length === 0) {
    found.push(
      split({
        level: 'stop',
        id: 'no-parting',
        title: `${String(sections.length)} sections`,
        why: 'No parting line says where they meet.',
        remedy: 'Add a parting line with its length; bolts, dowels and release follow from it.',
      }),
    );
  }
  return found;
}

function faceObjections({ faces, sections }: MoldDesign): Objection[] {
  return faces.flatMap((face): Objection[] => {
    const { grade, why } = demoldGrade(face);
    const found: Objection[] = [];
    if (grade === 'split') {
      const isSplit = sections.length > 1;
      found.push(
        split({
          level: isSplit ? 'note' : 'stop',
          id: `draft-${face.id}`,
          title: face.name,
          why,
          remedy: isSplit ? 'Check that the parting line runs along it.' : 'Add a section and a parting line.',
        }),
      );
    } else if (grade === 'hard') {
      found.push(
        split({
          level: 'care',
          id: `draft-${face.id}`,
          title: face.name,
          why,
          remedy: 'More draft if the customer allows; film release, air ports, patience.',
        }),
      );
    }
    if (face.radiusMm < LEAST_RADIUS_MM) {
      found.push(
        split({
          level: 'care',
          id: `radius-${face.id}`,
          title: words`${face.name}, radius ${amount('thickness', face.radiusMm)}`,
          why: 'Gel coat bridges and fiber does not follow: resin-rich, it chips.',
          remedy: words`At least ${amount('thickness', LEAST_RADIUS_MM)}, or fill the corner with wetted strands first.`,
        }),
      );
    }
    return found;
  });
}

function frameObjections({ backing, loadKPa, sagMm, longestSideMm }: MoldDesign, shell: ShellStiffness | null): Objection[] {
  const found: Objection[] = [];
  if (shell && shell.thicknessM > 0) {
    // No panel is wider than the mold.
    const spanMm = Math.min(backing.spacingMm, longestSideMm);
    const sag = panelDeflectionM({ ...shell, spanM: spanMm / 1000, pressurePa: loadKPa * 1000 }).supportedM * 1000;
    if (sag > sagMm) {
      found.push(
        split({
          level: 'care',
          id: 'panel-sag',
          title: words`Panel of ${amount('thickness', spanMm)}`,
          why: words`It gives ${amount('thickness', sag, sag < 1 ? 2 : 1)} under ${String(loadKPa)} kPa, ${amount('thickness', sagMm)} are allowed.`,
          remedy: 'Closer frame, thicker shell or a core.',
        }),
      );
    }
  }
  if (backing.kind !== 'none' && !backing.softStrips) {
    found.push(
      split({
        level: 'care',
        id: 'frame-hard',
        title: 'Frame hard on the back',
        why: 'It prints through and pulls the face.',
        remedy: 'Bond it on soft strips, only at points.',
      }),
    );
  }
  return found;
}

function markObjections({ marked, sections }: MoldDesign, { hand }: PlugIntake): Objection[] {
  if (marked || (hand === 'none' && sections.length < 2)) return [];
  return [
    split({
      level: 'note',
      id: 'not-marked',
      title: hand === 'none' ? 'Sections not marked' : `${hand} hand not marked`,
      why: 'Off the plug, halves and hands look alike.',
      remedy: 'Letter number, section and hand into the back before it leaves the plug.',
    }),
  ];
}
