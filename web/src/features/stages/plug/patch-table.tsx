import { DomainError } from '@pentimento/core/errors';
import {
  mostOf,
  patchAreaM2,
  patchFields,
  patchFormFields,
  patchShapes,
  patchSizes,
  placeKinds,
  sectionPlanFields,
  sumAreas,
  withPatches,
  type Patch,
  type PatchForm,
  type PatchShape,
  type PatchSize,
  type SectionPlan,
} from '@pentimento/core/plan';
import { cells } from '../../../shared/cells';
import { AddButton, EditTable } from '../../../shared/edit-table';
import { ChoiceCell, Part, wordOptions } from '../../../shared/fields';
import { useUnits } from '../../../shared/use-units';
import { newId } from '../../../shared/new-id';

const FLANGE_MM = 60;
const MOST_PATCHES = mostOf(sectionPlanFields.patches);
const START: Record<PatchSize, number> = { lengthMm: 600, widthMm: 400, radiusMm: 200, topRadiusMm: 100, heightMm: 150, arcDeg: 90 };

/** A form of a shape, with the sizes that were measured already kept. */
function formOf(shape: PatchShape, before: PatchForm): PatchForm {
  const form: PatchForm = { shape };
  for (const size of patchSizes[shape]) form[size] = before[size] ?? (shape === 'flange strip' && size === 'widthMm' ? FLANGE_MM : START[size]);
  return form;
}

function areaText(patch: Patch, show: (m2: number) => string): string {
  try {
    return show(patchAreaM2(patch));
  } catch (error) {
    if (error instanceof DomainError) return '–';
    throw error;
  }
}

/** The plug's surface as a sum of simple patches, each with its kind of place. */
export function PatchTable({ plan, onEdit }: { plan: SectionPlan; onEdit: (plan: SectionPlan) => void }) {
  const units = useUnits();
  const patches = plan.patches ?? [];
  const area = (m2: number): string => units.text('area', m2);
  const change = (next: Patch): void => {
    onEdit(
      withPatches(
        plan,
        patches.map((patch) => (patch.id === next.id ? next : patch)),
      ),
    );
  };
  const add = (shape: PatchShape): void => {
    const fresh: Patch = {
      id: newId(),
      name: shape === 'flange strip' ? 'Flange' : 'Patch',
      place: 'flat',
      count: 1,
      form: formOf(shape, { shape }),
    };
    onEdit(withPatches(plan, [...patches, fresh]));
  };
  const sum = patches.length > 0 ? sumAreas(patches) : null;
  return (
    <Part
      title="Area, patch by patch"
      aside={
        <span className="num text-sm">
          <span data-testid="area" className="font-semibold">
            {area(plan.areaM2)}
          </span>
          {sum && sum.flangeM2 > 0 && <span className="muted"> · flanges {area(sum.flangeM2)}</span>}
        </span>
      }
    >
      {patches.length === 0 && (
        <div className="flex flex-wrap items-end gap-4 text-sm">
          {cells(sectionPlanFields, plan, onEdit)('areaM2', { label: 'Area with flanges, as estimated' })}
          <p className="muted pb-1">Or measure it patch by patch: kits, corner plies and slow pockets follow from it.</p>
        </div>
      )}
      {patches.length > 0 && (
        <EditTable
          caption="Patches"
          heads={['Name', 'Shape', 'Measured', 'Place', 'How many', 'Area']}
          rows={patches}
          cells={(patch) => patchCells(patch, areaText(patch, area), change)}
          onRemove={(gone) => {
            onEdit(
              withPatches(
                plan,
                patches.filter(({ id }) => id !== gone.id),
              ),
            );
          }}
        />
      )}
      <div className="mt-2 flex flex-wrap gap-1.5">
        {patchShapes.map((shape) => (
          <AddButton
            key={shape}
            disabled={patches.length >= MOST_PATCHES}
            onAdd={() => {
              add(shape);
            }}
          >
            {shape}
          </AddButton>
        ))}
      </div>
      {sum && (
        <p className="muted num mt-2 text-xs">
          {placeKinds
            .filter((place) => sum.byPlace[place] > 0)
            .map((place) => `${place} ${area(sum.byPlace[place])}`)
            .join(' · ')}
        </p>
      )}
    </Part>
  );
}

/** What is edited of one patch, cell by cell. */
function patchCells(patch: Patch, area: string, onChange: (next: Patch) => void): React.ReactNode[] {
  const { form, name } = patch;
  const cell = cells(patchFields, patch, onChange);
  const size = cells(patchFormFields, form, (next) => {
    onChange({ ...patch, form: next });
  });
  return [
    cell('name', { label: 'Name of the patch', showLabel: false, width: 'w-32' }),
    <ChoiceCell
      key="shape"
      label={`Shape of ${name}`}
      showLabel={false}
      value={form.shape}
      options={wordOptions(patchShapes)}
      onChange={(shape) => {
        onChange({ ...patch, form: formOf(shape, form) });
      }}
    />,
    <span key="sizes" className="flex flex-wrap gap-x-3 gap-y-1">
      {patchSizes[form.shape].map((one) => (
        <span key={one} className="inline-flex items-baseline gap-1">
          <span className="muted text-xs">{sizeName(one)}</span>
          {size(one, { label: `${sizeName(one)} of ${name}`, showLabel: false, width: one === 'arcDeg' ? 'w-14' : 'w-20' })}
        </span>
      ))}
    </span>,
    cell('place', { label: `Place of ${name}`, showLabel: false }),
    cell('count', { label: `How many of ${name}`, showLabel: false, width: 'w-12' }),
    <span key="area" className="num predicted whitespace-nowrap">
      {area}
    </span>,
  ];
}

const sizeName = (size: PatchSize): string => patchFormFields[size].label.toLowerCase();
