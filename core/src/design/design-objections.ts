import { amount } from '../units/amounts.js';
import type { PlugIntake } from '../plan/parts/plug-intake.js';
import { objection, type Objection } from '../plan/objection.js';
import { demoldGrade, LEAST_RADIUS_MM } from './demold.js';
import { flangeNeedMm } from './flange-width.js';
import type { MoldDesign } from '../plan/parts/mold-design.js';
import { panelDeflectionM, type PanelInput } from './panel-deflection.js';

const split = (level: Objection['level'], id: string, title: string, why: string, remedy: string): Objection =>
  objection('split', level, id, title, why, remedy);

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
      split(
        'care',
        'flange-narrow',
        `Flange ${amount('thickness', flange.widthMm)} wide`,
        `A ${flange.kind} flange needs ${amount('thickness', need)}.`,
        'Widen it, or take smaller bolts or a narrower bag edge.',
      ),
    );
  }
  const vacuum = use === 'bagged' || use === 'infused';
  if (vacuum && flange.kind !== 'bagged' && flange.kind !== 'infused') {
    found.push(
      split(
        'stop',
        'flange-vacuum',
        `${use} use on a ${flange.kind} flange`,
        'There is no room for sealant and bag outside the trim line.',
        'Choose a bagged or infused flange.',
      ),
    );
  }
  if (flange.filletMm > flange.trimMm) {
    found.push(
      split(
        'care',
        'fillet-trim',
        `Fillet ${amount('thickness', flange.filletMm)}`,
        'It eats the trim line.',
        `Keep it at or under the trim allowance of ${amount('thickness', flange.trimMm)}.`,
      ),
    );
  }
  if (flange.filletMm === 0) {
    found.push(
      split('care', 'fillet-none', 'No fillet at the plug’s edge', 'A knife edge of gel coat chips.', 'A small wax fillet takes a clean line.'),
    );
  }
  if (sections.length > 1 && partings.length === 0) {
    found.push(
      split(
        'stop',
        'no-parting',
        `${String(sections.length)} sections`,
        'No parting line says where they meet.',
        'Add a parting line with its length; bolts, dowels and release follow from it.',
      ),
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
        split(
          isSplit ? 'note' : 'stop',
          `draft-${face.id}`,
          face.name,
          why,
          isSplit ? 'Check that the parting line runs along it.' : 'Add a section and a parting line.',
        ),
      );
    } else if (grade === 'hard') {
      found.push(split('care', `draft-${face.id}`, face.name, why, 'More draft if the customer allows; film release, air ports, patience.'));
    }
    if (face.radiusMm < LEAST_RADIUS_MM) {
      found.push(
        split(
          'care',
          `radius-${face.id}`,
          `${face.name}, radius ${amount('thickness', face.radiusMm)}`,
          'Gel coat bridges and fiber does not follow: resin-rich, it chips.',
          `At least ${amount('thickness', LEAST_RADIUS_MM)}, or fill the corner with wetted strands first.`,
        ),
      );
    }
    return found;
  });
}

function frameObjections({ backing, loadKPa, sagMm }: MoldDesign, shell: ShellStiffness | null): Objection[] {
  const found: Objection[] = [];
  if (shell && shell.thicknessM > 0) {
    const sag = panelDeflectionM({ ...shell, spanM: backing.spacingMm / 1000, pressurePa: loadKPa * 1000 }).supportedM * 1000;
    if (sag > sagMm) {
      found.push(
        split(
          'care',
          'panel-sag',
          `Panel of ${amount('thickness', backing.spacingMm)}`,
          `It gives ${amount('thickness', sag, sag < 1 ? 2 : 1)} under ${String(loadKPa)} kPa, ${amount('thickness', sagMm)} are allowed.`,
          'Closer frame, thicker shell or a core.',
        ),
      );
    }
  }
  if (backing.kind !== 'none' && !backing.softStrips) {
    found.push(
      split('care', 'frame-hard', 'Frame hard on the back', 'It prints through and pulls the face.', 'Bond it on soft strips, only at points.'),
    );
  }
  return found;
}

function markObjections({ marked, sections }: MoldDesign, { hand }: PlugIntake): Objection[] {
  if (marked || (hand === 'none' && sections.length < 2)) return [];
  return [
    split(
      'note',
      'not-marked',
      hand === 'none' ? 'Sections not marked' : `${hand} hand not marked`,
      'Off the plug, halves and hands look alike.',
      'Letter number, section and hand into the back before it leaves the plug.',
    ),
  ];
}
