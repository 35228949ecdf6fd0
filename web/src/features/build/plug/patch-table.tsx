import { DomainError } from '@pentimento/core/errors';
import {
  patchAreaM2,
  patchRanges,
  patchShapes,
  patchSizeNames,
  patchSizes,
  placeKinds,
  planRanges,
  sumAreas,
  withPatches,
  type Patch,
  type PatchForm,
  type PatchShape,
  type PatchSize,
  type PlanDocument,
} from '@pentimento/core/plan';
import { CountCell } from '../../../shared/count-cell';
import { AddButton, EditTable } from '../../../shared/edit-table';
import { ChoiceCell, Part, TextCell, wordOptions } from '../../../shared/fields';
import { NumberCell } from '../../../shared/number-cell';
import { UnitCell } from '../../../shared/unit-cell';
import { useUnits } from '../../../shared/use-units';

const FLANGE_MM = 60;
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
export function PatchTable({ plan, onEdit }: { plan: PlanDocument; onEdit: (plan: PlanDocument) => void }) {
  const units = useUnits();
  const patches = plan.patches ?? [];
  const area = (m2: number): string => units.text('area', m2);
  const change = (id: string, part: Partial<Patch>): void => {
    onEdit(
      withPatches(
        plan,
        patches.map((patch) => (patch.id === id ? { ...patch, ...part } : patch)),
      ),
    );
  };
  const add = (shape: PatchShape): void => {
    const fresh: Patch = {
      id: crypto.randomUUID(),
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
          <UnitCell
            label="Area with flanges, as estimated"
            quantity="area"
            value={plan.areaM2}
            range={planRanges.areaM2}
            onChange={(areaM2) => {
              onEdit({ ...plan, areaM2 });
            }}
          />
          <p className="muted pb-1">Or measure it patch by patch: kits, corner plies and slow pockets follow from it.</p>
        </div>
      )}
      {patches.length > 0 && (
        <EditTable
          caption="Patches"
          heads={['Name', 'Shape', 'Measured', 'Place', 'How many', 'Area']}
          rows={patches}
          cells={(patch) =>
            patchCells(patch, areaText(patch, area), (part) => {
              change(patch.id, part);
            })
          }
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
            disabled={patches.length >= patchRanges.patches.max}
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
function patchCells(patch: Patch, area: string, onChange: (part: Partial<Patch>) => void): React.ReactNode[] {
  const { form, name } = patch;
  return [
    <TextCell
      key="name"
      label="Name of the patch"
      showLabel={false}
      required
      value={name}
      maxLength={80}
      width="w-32"
      onChange={(next) => {
        onChange({ name: next });
      }}
    />,
    <ChoiceCell
      key="shape"
      label={`Shape of ${name}`}
      showLabel={false}
      value={form.shape}
      options={wordOptions(patchShapes)}
      onChange={(shape) => {
        onChange({ form: formOf(shape, form) });
      }}
    />,
    <span key="sizes" className="flex flex-wrap gap-x-3 gap-y-1">
      {patchSizes[form.shape].map((size) => (
        <span key={size} className="inline-flex items-baseline gap-1">
          <span className="muted text-xs">{patchSizeNames[size]}</span>
          <SizeCell
            label={`${patchSizeNames[size]} of ${name}`}
            size={size}
            value={form[size] ?? START[size]}
            onChange={(value) => {
              onChange({ form: { ...form, [size]: value } });
            }}
          />
        </span>
      ))}
    </span>,
    <ChoiceCell
      key="place"
      label={`Place of ${name}`}
      showLabel={false}
      value={patch.place}
      options={wordOptions(placeKinds)}
      onChange={(place) => {
        onChange({ place });
      }}
    />,
    <CountCell
      key="count"
      label={`How many of ${name}`}
      value={patch.count}
      range={patchRanges.count}
      unit="×"
      onChange={(count) => {
        onChange({ count });
      }}
    />,
    <span key="area" className="num predicted whitespace-nowrap">
      {area}
    </span>,
  ];
}

function SizeCell({ label, size, value, onChange }: { label: string; size: PatchSize; value: number; onChange: (value: number) => void }) {
  if (size === 'arcDeg')
    return (
      <NumberCell
        label={label}
        value={value}
        unit="°"
        digits={0}
        min={patchRanges.arcDeg.min}
        max={patchRanges.arcDeg.max}
        width="w-14"
        onChange={onChange}
      />
    );
  return <UnitCell label={label} showLabel={false} quantity="thickness" value={value} range={patchRanges[size]} width="w-20" onChange={onChange} />;
}
