import {
  defaultRelease,
  designFields,
  mostOf,
  partingFields,
  sectionFields,
  type MoldDesign,
  type MoldSection,
  type PartingLine,
  type SectionPlan,
} from '@pentimento/core/plan';
import { withRelease } from '@pentimento/core/plug';
import { ArrowUp, Trash2 } from 'lucide-react';
import { AddButton } from '../../../shared/edit-table';
import { cells } from '../../../shared/cells';
import { Part } from '../../../shared/fields';
import { BoltDrawing } from './bolt-drawing';
import { newId } from '../../../shared/new-id';

interface SectionsPartProps {
  readonly plan: SectionPlan;
  readonly design: MoldDesign;
  readonly onChange: (design: MoldDesign) => void;
  readonly onEdit: (plan: SectionPlan) => void;
}

/** The sections with one of them laid a place earlier. */
function laidEarlier(design: MoldDesign, at: number): MoldDesign {
  const sections = [...design.sections];
  [sections[at - 1], sections[at]] = [sections[at], sections[at - 1]];
  const order = sections.map(({ id }) => id);
  // The one laid first is named first, whatever the order was when the line was drawn.
  const partings = design.partings.map((line) =>
    order.indexOf(line.firstSectionId) < order.indexOf(line.secondSectionId)
      ? line
      : { ...line, firstSectionId: line.secondSectionId, secondSectionId: line.firstSectionId },
  );
  return { ...design, sections, partings };
}

/** A section goes with the lines that meet it. */
function withoutSection(design: MoldDesign, id: string): MoldDesign {
  return {
    ...design,
    sections: design.sections.filter((one) => one.id !== id),
    partings: design.partings.filter((line) => line.firstSectionId !== id && line.secondSectionId !== id),
  };
}

/** The first one's flange as a release zone of its own. */
function withFlangeZone(plan: SectionPlan, { flange }: MoldDesign, { id, name, lengthMm }: PartingLine): SectionPlan {
  const release = plan.release ?? defaultRelease(plan.areaM2);
  const zone = {
    id: `flange-${id}`,
    name: `Flange at ${name}`,
    areaM2: Math.max(0.001, (lengthMm * flange.widthMm) / 1e6),
    programId: release.zones.at(0)?.programId ?? 'wax-film',
    already: 'bare' as const,
  };
  return withRelease(plan, { ...release, zones: [...release.zones, zone] });
}

/** Sections in the order they are laid, and the lines where they meet. */
export function SectionsPart({ plan, design, onChange, onEdit }: SectionsPartProps) {
  const { sections, partings } = design;
  return (
    <Part title="Sections, in the order they are laid">
      <ol aria-label="Sections" className="text-sm">
        {sections.map((section, i) => (
          <SectionRow
            key={section.id}
            section={section}
            place={i + 1}
            only={sections.length === 1}
            onChange={(next) => {
              onChange({ ...design, sections: sections.map((one) => (one.id === section.id ? next : one)) });
            }}
            onRaise={() => {
              onChange(laidEarlier(design, i));
            }}
            onRemove={() => {
              onChange(withoutSection(design, section.id));
            }}
          />
        ))}
      </ol>
      <div className="mt-2 flex gap-1.5">
        <AddButton
          disabled={sections.length >= mostOf(designFields.sections)}
          onAdd={() => {
            onChange({ ...design, sections: [...sections, { id: newId(), name: `Section ${String(sections.length + 1)}` }] });
          }}
        >
          section
        </AddButton>
        <AddButton
          disabled={sections.length < 2 || partings.length >= mostOf(designFields.partings)}
          onAdd={() => {
            const [first, second] = sections.slice(-2);
            const name = `Parting ${String(partings.length + 1)}`;
            const line = { id: newId(), name, firstSectionId: first.id, secondSectionId: second.id, lengthMm: design.longestSideMm };
            onChange({ ...design, partings: [...partings, line] });
          }}
        >
          parting line
        </AddButton>
      </div>
      {partings.map((line) => (
        <PartingPart
          key={line.id}
          line={line}
          design={design}
          zoned={plan.release?.zones.some(({ id }) => id === `flange-${line.id}`) ?? false}
          onChange={(next) => {
            onChange({ ...design, partings: partings.map((one) => (one.id === line.id ? next : one)) });
          }}
          onRemove={() => {
            onChange({ ...design, partings: partings.filter(({ id }) => id !== line.id) });
          }}
          onZone={() => {
            onEdit(withFlangeZone({ ...plan, design }, design, line));
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
    <li className="hairline flex items-center gap-2 border-b py-1">
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
    </li>
  );
}

interface PartingPartProps {
  readonly line: PartingLine;
  readonly design: MoldDesign;
  /** The first one's flange is a release zone already */
  readonly zoned: boolean;
  readonly onChange: (line: PartingLine) => void;
  readonly onRemove: () => void;
  readonly onZone: () => void;
}

/** A line where two sections meet: which is laid first, its bolts and dowels, its flange's release. */
function PartingPart({ line, design, zoned, onChange, onRemove, onZone }: PartingPartProps) {
  const { sections } = design;
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
              onZone();
            }}
          >
            Make it a release zone
          </button>
        )}
      </p>
    </div>
  );
}
