import { readingsOf, type StepEntry } from '@pentimento/core/log';
import type { PlanDocument } from '@pentimento/core/plan';
import { sectionOfStep } from '@pentimento/core/steps';
import { momentShort } from '../../shared/dates';
import { SectionDrawing } from '../../shared/section-drawing';
import { useUnits } from '../../shared/use-units';
import { placesOf } from './section-places';

/** What was found while it was built, on a drawing of each section. */
export function FoundPart({ plan, entries }: { plan: PlanDocument; entries: readonly StepEntry[] }) {
  const units = useUnits();
  const found = readingsOf(entries, 'finding').map((entry, i) => ({
    entry,
    label: String(i + 1),
    section: sectionOfStep(plan, entry.stepId) ?? plan.sections[0],
  }));
  if (found.length === 0) return null;
  const several = plan.sections.length > 1;
  return (
    <section aria-label="Found on the sections" className="mb-6">
      <h2 className="rule border-b text-lg font-semibold">Found on the sections</h2>
      <div className="mt-2 grid gap-4 md:grid-cols-2">
        {plan.sections
          .filter((section) => found.some((one) => one.section.id === section.id))
          .map((section) => {
            const own = found.filter((one) => one.section.id === section.id);
            return (
              <div key={section.id}>
                <SectionDrawing
                  sections={[{ name: several ? section.name : '', zones: placesOf(section) }]}
                  marks={own.map(({ entry, label }) => ({
                    id: entry.id,
                    label,
                    zoneId: entry.data.zone ?? '',
                    x: entry.data.x ?? null,
                    y: entry.data.y ?? null,
                    rings: 1,
                  }))}
                />
                <ol className="mt-1 text-sm">
                  {own.map(({ entry, label }) => (
                    <li key={entry.id}>
                      <span className="num font-semibold">{label}</span> {entry.data.what}
                      {entry.data.sizeMm !== null && `, ${units.text('thickness', entry.data.sizeMm)}`}
                      {entry.note !== '' && `: ${entry.note}`} <span className="muted num">{momentShort(entry.at)}</span>
                    </li>
                  ))}
                </ol>
              </div>
            );
          })}
      </div>
    </section>
  );
}
