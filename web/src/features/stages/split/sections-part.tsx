import { defaultRelease, designFields, mostOf, partingFields, sectionFields, type MoldDesign, type PlanDocument } from '@pentimento/core/plan';
import { withRelease } from '@pentimento/core/plug';
import { ArrowUp, Trash2 } from 'lucide-react';
import { AddButton } from '../../../shared/edit-table';
import { cells } from '../../../shared/cells';
import { Part } from '../../../shared/fields';
import { BoltDrawing } from './bolt-drawing';

interface SectionsPartProps {
  readonly plan: PlanDocument;
  readonly design: MoldDesign;
  readonly onChange: (design: MoldDesign) => void;
  readonly onEdit: (plan: PlanDocument) => void;
}

/** Sections in the order they are laid, and the lines where they meet. */
export function SectionsPart({ plan, design, onChange, onEdit }: SectionsPartProps) {
  const { sections, partings } = design;
  const raise = (at: number): void => {
    const next = [...sections];
    [next[at - 1], next[at]] = [next[at], next[at - 1]];
    const order = next.map(({ id }) => id);
    // The one laid first is named first, whatever the order was when the line was drawn.
    const turned = partings.map((line) =>
      order.indexOf(line.firstSectionId) < order.indexOf(line.secondSectionId)
        ? line
        : { ...line, firstSectionId: line.secondSectionId, secondSectionId: line.firstSectionId },
    );
    onChange({ ...design, sections: next, partings: turned });
  };
  const remove = (id: string): void => {
    onChange({
      ...design,
      sections: sections.filter((one) => one.id !== id),
      partings: partings.filter((line) => line.firstSectionId !== id && line.secondSectionId !== id),
    });
  };
  const addZone = (lineId: string, name: string, lengthMm: number): void => {
    const release = plan.release ?? defaultRelease(plan.areaM2);
    const first = release.zones.at(0);
    const zone = {
      id: `flange-${lineId}`,
      name: `Flange at ${name}`,
      areaM2: Math.max(0.001, (lengthMm * design.flange.widthMm) / 1e6),
      programId: first?.programId ?? 'wax-film',
      already: 'bare' as const,
    };
    onEdit(withRelease({ ...plan, design }, { ...release, zones: [...release.zones, zone] }));
  };
  return (
    <Part title="Sections, in the order they are laid">
      <ol aria-label="Sections" className="text-sm">
        {sections.map((section, i) => (
          <li key={section.id} className="hairline flex items-center gap-2 border-b py-1">
            <span className="num muted w-5">{i + 1}</span>
            {cells(sectionFields, section, (next) => {
              onChange({ ...design, sections: sections.map((one) => (one.id === section.id ? next : one)) });
            })('name', { label: `Name of section ${String(i + 1)}`, showLabel: false, width: 'w-56' })}
            <span className="flex-1" />
            <button
              type="button"
              className="btn btn-ghost btn-xs"
              aria-label={`Lay ${section.name} earlier`}
              disabled={i === 0}
              onClick={() => {
                raise(i);
              }}
            >
              <ArrowUp size={13} aria-hidden />
            </button>
            <button
              type="button"
              className="btn btn-ghost btn-xs"
              aria-label={`Remove ${section.name}`}
              disabled={sections.length === 1}
              onClick={() => {
                remove(section.id);
              }}
            >
              <Trash2 size={13} aria-hidden />
            </button>
          </li>
        ))}
      </ol>
      <div className="mt-2 flex gap-1.5">
        <AddButton
          disabled={sections.length >= mostOf(designFields.sections)}
          onAdd={() => {
            onChange({ ...design, sections: [...sections, { id: crypto.randomUUID(), name: `Section ${String(sections.length + 1)}` }] });
          }}
        >
          section
        </AddButton>
        <AddButton
          disabled={sections.length < 2 || partings.length >= mostOf(designFields.partings)}
          onAdd={() => {
            const [first, second] = sections.slice(-2);
            const name = `Parting ${String(partings.length + 1)}`;
            const line = { id: crypto.randomUUID(), name, firstSectionId: first.id, secondSectionId: second.id, lengthMm: design.longestSideMm };
            onChange({ ...design, partings: [...partings, line] });
          }}
        >
          parting line
        </AddButton>
      </div>
      {partings.map((line) => {
        const cell = cells(partingFields, line, (next) => {
          onChange({ ...design, partings: partings.map((one) => (one.id === line.id ? next : one)) });
        });
        const zoned = plan.release?.zones.some(({ id }) => id === `flange-${line.id}`) ?? false;
        const options = sections.map(({ id, name }) => [id, name] as const);
        const at = (id: string): number => sections.findIndex((one) => one.id === id);
        return (
          <div key={line.id} className="hairline mt-3 border-t pt-2 text-sm" role="group" aria-label={line.name}>
            <div className="flex flex-wrap items-end gap-3">
              {cell('name', { label: 'Parting line' })}
              {cell('firstSectionId', { options: options.filter(([id]) => at(id) < at(line.secondSectionId)) })}
              {cell('secondSectionId', { options: options.filter(([id]) => at(id) > at(line.firstSectionId)) })}
              {cell('lengthMm', { width: 'w-20' })}
              <button
                type="button"
                className="btn btn-ghost btn-xs mb-0.5"
                aria-label={`Remove ${line.name}`}
                onClick={() => {
                  onChange({ ...design, partings: partings.filter(({ id }) => id !== line.id) });
                }}
              >
                <Trash2 size={13} aria-hidden />
              </button>
            </div>
            <div className="mt-2">
              <BoltDrawing name={line.name} lengthMm={line.lengthMm} spacingMm={design.flange.boltSpacingMm} />
            </div>
            <p className="mt-1">
              Drill both flanges together, before demolding. The first one’s finished flange is plug for the next: release it, mask its edges.{' '}
              {zoned ? (
                <span className="muted">It is a release zone.</span>
              ) : (
                <button
                  type="button"
                  className="underline"
                  onClick={() => {
                    addZone(line.id, line.name, line.lengthMm);
                  }}
                >
                  Make it a release zone
                </button>
              )}
            </p>
          </div>
        );
      })}
    </Part>
  );
}
