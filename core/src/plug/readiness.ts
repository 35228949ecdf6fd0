import { amount, words, type Words } from '../units/amounts.js';
import { directMoldSteps } from '../design/direct-mold.js';
import { OFFSET_BEFORE, OFFSET_STEPS } from '../design/offset.js';
import { demoldGrade } from '../design/demold.js';
import type { CardLibrary } from '../plan/card-library.js';
import type { SectionPlan } from '../plan/section-plan.js';
import { planCompatibility } from './plan-compatibility.js';
import { DEFAULT_INTAKE, finishIsLess } from '../plan/parts/plug-intake.js';
import { substanceOf } from '../materials/substances.js';

/** Something that must be done before release may start. */
export interface ReadinessCheck {
  readonly id: string;
  readonly what: Words;
  readonly why: Words;
  /** Wait after it is done [h] */
  readonly waitH: number;
}

/** Waits after a surface was put on [h] (docs/references.md#compatibility). */
const SURFACE_WAIT_H: Readonly<Record<string, number>> = {
  filler_fresh: 24,
  paint_fresh_pu: 120,
  primer_two_pack: 24,
  lacquer_acrylic: 72,
  shellac: 24,
};

const check = (id: string, what: Words, why: Words, waitH = 0): ReadinessCheck => ({ id, what, why, waitH });

/** What must be done on this plug before release, from its intake, surfaces, faces, and what the table says. */
export function readinessChecks(plan: SectionPlan, cards: CardLibrary): ReadinessCheck[] {
  const intake = plan.intake ?? DEFAULT_INTAKE;
  const surfaces = plan.plug.surfaces ?? [];
  const list: ReadinessCheck[] = [];
  if (plan.design?.direct) list.push(...directMoldSteps.map(({ id, what, why }) => check(id, what, why)));
  if (plan.design?.offset)
    list.push(
      ...OFFSET_STEPS.slice(0, OFFSET_BEFORE).map((what, i) =>
        check(`offset-${String(i)}`, what, 'Every joint and texture of the wax shows in the mold.'),
      ),
    );
  if (intake.back === 'open') list.push(check('back', 'Close the back', 'Resin that runs behind locks the part.'));
  if (intake.back === 'ribbed') list.push(check('back', 'Block the plug up between its ribs', 'It must not give under the roller.'));
  if (intake.holes > 0) list.push(check('holes', `Close ${String(intake.holes)} holes and gaps, waxed flush`, 'Resin through a hole makes a rivet.'));
  if (intake.hardware.trim() !== '') list.push(check('hardware', `Mask or wax: ${intake.hardware.trim()}`, 'What must stay clean is covered first.'));
  for (const id of surfaces.filter((one) => Object.hasOwn(SURFACE_WAIT_H, one))) {
    const { name } = substanceOf(id);
    list.push(check(`wait-${id}`, `${name} is on and through`, 'Solvent that has not left prints, lifts and wrinkles.', SURFACE_WAIT_H[id]));
  }
  const hits = planCompatibility(plan, cards).filter(({ rule }) => rule.level !== 'note');
  for (const { rule, acting, on } of hits) {
    const id = `rule-${rule.id}`;
    if (!list.some((one) => one.id === id)) list.push(check(id, rule.remedy, `${acting.name} on ${on.name}: ${rule.mechanism}`));
  }
  if (hits.length > 0)
    list.push(check('test-patch', 'Test patch: the same coats on an offcut, let go cleanly', 'A test patch costs an hour, a stuck mold weeks.'));
  if (finishIsLess(intake))
    list.push(check('finish', `Finish to ${intake.finish}, from grit ${String(intake.coarsestGrit)}`, 'The plug’s finish becomes the mold’s.'));
  const locked = (plan.design?.faces ?? []).filter((face) => demoldGrade(face).grade === 'split');
  if (locked.length > 0)
    list.push(check('undercut', `Undercut parted or filled: ${locked.map(({ name }) => name).join(', ')}`, 'It would lock the mold on.'));
  list.push(check('measure', words`Measured, within ${amount('thickness', intake.accuracyMm)}`, 'Afterwards it is the mold that is wrong.'));
  if (intake.hand !== 'none')
    list.push(check('hand', `It is the ${intake.hand} hand, held against the drawing`, 'Left and right look alike on the bench.'));
  list.push(check('wash', 'Washed twice with wax-and-grease remover, fresh pads', 'Silicone and polish spoil release and bond.'));
  return list;
}

export interface Ready {
  /** Checks not done */
  readonly open: number;
  /** When the last wait is over [min on the plan's clock]; −∞ while nothing was done */
  readonly atMin: number;
  /** What it waits for */
  readonly what: Words;
}

/** When release may start by the checklist. */
export function readyAtMin(plan: SectionPlan, cards: CardLibrary): Ready {
  const done = plan.intake?.done ?? [];
  let ready: Ready = { open: 0, atMin: -Infinity, what: '' };
  for (const { id, what, waitH } of readinessChecks(plan, cards)) {
    const tick = done.find((one) => one.id === id);
    if (!tick) ready = { ...ready, open: ready.open + 1 };
    else if (tick.doneMin + waitH * 60 > ready.atMin) ready = { ...ready, atMin: tick.doneMin + waitH * 60, what };
  }
  return ready;
}
