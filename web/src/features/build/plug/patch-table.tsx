import {
  DomainError,
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
} from '@pentimento/core';
import { Plus, Trash2 } from 'lucide-react';
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
        <div className="overflow-x-auto">
          <table className="w-full text-sm">
            <caption className="sr-only">Patches</caption>
            <thead>
              <tr className="muted text-left text-xs">
                {['Name', 'Shape', 'Measured', 'Place', 'How many'].map((head) => (
                  <th key={head} className="pr-3 font-normal">
                    {head}
                  </th>
                ))}
                <th className="pr-2 text-right font-normal">Area</th>
                <th>
                  <span className="sr-only">Remove</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {patches.map((patch) => (
                <PatchRow
                  key={patch.id}
                  patch={patch}
                  area={areaText(patch, area)}
                  onChange={(part) => {
                    change(patch.id, part);
                  }}
                  onRemove={() => {
                    onEdit(
                      withPatches(
                        plan,
                        patches.filter(({ id }) => id !== patch.id),
                      ),
                    );
                  }}
                />
              ))}
            </tbody>
          </table>
        </div>
      )}
      <div className="mt-2 flex flex-wrap gap-1.5">
        {patchShapes.map((shape) => (
          <button
            key={shape}
            type="button"
            className="btn btn-xs"
            onClick={() => {
              add(shape);
            }}
          >
            <Plus size={12} aria-hidden /> {shape}
          </button>
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

interface PatchRowProps {
  readonly patch: Patch;
  readonly area: string;
  readonly onChange: (part: Partial<Patch>) => void;
  readonly onRemove: () => void;
}

function PatchRow({ patch, area, onChange, onRemove }: PatchRowProps) {
  const { form, name } = patch;
  return (
    <tr className="hairline border-t align-top">
      <td className="py-1 pr-3">
        <TextCell
          label="Name of the patch"
          showLabel={false}
          required
          value={name}
          maxLength={80}
          width="w-32"
          onChange={(next) => {
            onChange({ name: next });
          }}
        />
      </td>
      <td className="py-1 pr-3">
        <ChoiceCell
          label={`Shape of ${name}`}
          showLabel={false}
          value={form.shape}
          options={wordOptions(patchShapes)}
          onChange={(shape) => {
            onChange({ form: formOf(shape, form) });
          }}
        />
      </td>
      <td className="py-1 pr-3">
        <span className="flex flex-wrap gap-x-3 gap-y-1">
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
        </span>
      </td>
      <td className="py-1 pr-3">
        <ChoiceCell
          label={`Place of ${name}`}
          showLabel={false}
          value={patch.place}
          options={wordOptions(placeKinds)}
          onChange={(place) => {
            onChange({ place });
          }}
        />
      </td>
      <td className="py-1 pr-3">
        <NumberCell
          label={`How many of ${name}`}
          value={patch.count}
          unit="×"
          digits={0}
          step={1}
          min={patchRanges.count.min}
          max={patchRanges.count.max}
          width="w-12"
          onChange={(count) => {
            onChange({ count: Math.round(count) });
          }}
        />
      </td>
      <td className="num predicted py-1 pr-2 text-right whitespace-nowrap">{area}</td>
      <td className="py-1">
        <button type="button" className="btn btn-ghost btn-xs" aria-label={`Remove ${name}`} onClick={onRemove}>
          <Trash2 size={13} aria-hidden />
        </button>
      </td>
    </tr>
  );
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
