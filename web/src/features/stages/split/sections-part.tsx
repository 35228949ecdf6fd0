import {
  changeSection,
  DEFAULT_DESIGN,
  designFields,
  mostOf,
  partingFields,
  planFields,
  sectionFields,
  withNewSection,
  withoutParting,
  withoutSection,
  withParting,
  withSectionAt,
  withSectionEarlier,
  type MoldSection,
  type PartingLine,
  type PlanDocument,
} from '@pentimento/core/plan';
import { ArrowUp, Trash2 } from 'lucide-react';
import { AddButton } from '../../../shared/edit-table';
import { cells } from '../../../shared/cells';
import { Part } from '../../../shared/fields';
import { SortableList, SortableRow } from '../../../shared/sortable';
import { BoltDrawing } from './bolt-drawing';
import { newId } from '../../../shared/new-id';

interface SectionsPartProps {
  readonly plan: PlanDocument;
  readonly onEdit: (plan: PlanDocument) => void;
}

/** A parting line with its ends changed: its flange and steps follow. */
function withPartingChanged(plan: PlanDocument, before: PartingLine, next: PartingLine): PlanDocument {
  const { design } = plan.mold;
  if (!design) return plan;
  const moved = before.firstSectionId !== next.firstSectionId || before.secondSectionId !== next.secondSectionId;
  if (moved) return withParting(withoutParting(plan, before.id), next);
  return { ...plan, mold: { ...plan.mold, design: { ...design, partings: design.partings.map((one) => (one.id === before.id ? next : one)) } } };
}

/** Sections in the order they are laid, and the lines where they meet. */
export function SectionsPart({ plan, onEdit }: SectionsPartProps) {
  const { sections } = plan;
  const design = plan.mold.design ?? DEFAULT_DESIGN;
  const { partings } = design;
  return (
    <Part title="Sections, in the order they are laid">
      <SortableList
        ids={sections.map(({ id }) => id)}
        onMove={(from, to) => {
          onEdit(withSectionAt(plan, from, to));
        }}
      >
        <ol aria-label="Sections" className="text-sm">
          {sections.map((section, i) => (
            <SectionRow
              key={section.id}
              section={section}
              place={i + 1}
              only={sections.length === 1}
              onChange={({ name }) => {
                onEdit(changeSection(plan, section.id, (one) => ({ ...one, name })));
              }}
              onRaise={() => {
                onEdit(withSectionEarlier(plan, i));
              }}
              onRemove={() => {
                onEdit(withoutSection(plan, section.id));
              }}
            />
          ))}
        </ol>
      </SortableList>
      <div className="mt-2 flex gap-1.5">
        <AddButton
          disabled={sections.length >= mostOf(planFields.sections)}
          onAdd={() => {
            onEdit(withNewSection(plan, newId));
          }}
        >
          section
        </AddButton>
        <AddButton
          disabled={sections.length < 2 || partings.length >= mostOf(designFields.partings)}
          onAdd={() => {
            const [first, second] = sections.slice(-2);
            const name = `Parting ${String(partings.length + 1)}`;
            onEdit(withParting(plan, { id: newId(), name, firstSectionId: first.id, secondSectionId: second.id, lengthMm: design.longestSideMm }));
          }}
        >
          parting line
        </AddButton>
      </div>
      <p className="muted mt-1 text-xs">A new section is laid like the last one, two days after it; change its stack and times under its own tab.</p>
      {partings.map((line) => (
        <PartingPart
          key={line.id}
          line={line}
          sections={sections}
          spacingMm={design.flange.boltSpacingMm}
          onChange={(next) => {
            onEdit(withPartingChanged(plan, line, next));
          }}
          onRemove={() => {
            onEdit(withoutParting(plan, line.id));
          }}
        />
      ))}
    </Part>
  );
}

interface SectionRowProps {
  readonly section: MoldSection;
  /** In the order of laying, from 1 */
  readonly place: number;
  readonly only: boolean;
  readonly onChange: (section: MoldSection) => void;
  readonly onRaise: () => void;
  readonly onRemove: () => void;
}

function SectionRow({ section, place, only, onChange, onRaise, onRemove }: SectionRowProps) {
  return (
    <SortableRow id={section.id} className="hairline bg-base-100 flex items-center gap-2 border-b py-1" grip={only ? null : `Move ${section.name}`}>
      <span className="num muted w-5">{place}</span>
      {cells(sectionFields, section, onChange)('name', { label: `Name of section ${String(place)}`, showLabel: false, width: 'w-56' })}
      <span className="flex-1" />
      <button
        type="button"
        className="btn btn-ghost btn-xs"
        aria-label={`Lay ${section.name} earlier`}
        disabled={place === 1}
        onClick={() => {
          onRaise();
        }}
      >
        <ArrowUp size={13} aria-hidden />
      </button>
      <button
        type="button"
        className="btn btn-ghost btn-xs"
        aria-label={`Remove ${section.name}`}
        disabled={only}
        onClick={() => {
          onRemove();
        }}
      >
        <Trash2 size={13} aria-hidden />
      </button>
    </SortableRow>
  );
}

interface PartingPartProps {
  readonly line: PartingLine;
  readonly sections: readonly MoldSection[];
  readonly spacingMm: number;
  readonly onChange: (line: PartingLine) => void;
  readonly onRemove: () => void;
}

/** A line where two sections meet: which is laid first, its bolts and dowels. */
function PartingPart({ line, sections, spacingMm, onChange, onRemove }: PartingPartProps) {
  const cell = cells(partingFields, line, onChange);
  const options = sections.map(({ id, name }) => [id, name] as const);
  const at = (id: string): number => sections.findIndex((one) => one.id === id);
  return (
    <div className="hairline mt-3 border-t pt-2 text-sm" role="group" aria-label={line.name}>
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
            onRemove();
          }}
        >
          <Trash2 size={13} aria-hidden />
        </button>
      </div>
      <div className="mt-2">
        <BoltDrawing name={line.name} lengthMm={line.lengthMm} spacingMm={spacingMm} />
      </div>
    </div>
  );
}
