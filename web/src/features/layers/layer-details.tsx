import { hardenerOf } from '@pentimento/core/mix';
import { cardNumber, type MaterialCard } from '@pentimento/core/materials';
import {
  additionFields,
  applicationFields,
  applyMethods,
  cardOf,
  changeLayer,
  flashMinOf,
  initialPart,
  isSprayed,
  layerFields,
  layerRole,
  METHOD_TRANSFER,
  mostOf,
  withRole,
  type ApplyMethod,
  type CardLibrary,
  type LayerAddition,
  type PlanLayer,
  type SectionPlan,
} from '@pentimento/core/plan';
import { Plus, X } from 'lucide-react';
import { cells } from '../../shared/cells';
import { ChoiceCell } from '../../shared/fields';
import type { ComponentProps, ReactNode } from 'react';

const ROLES = layerRole.choices.map((role) => [role, layerRole.words[role]] as const);
const METHODS: readonly (readonly [ApplyMethod | '', string])[] = [
  ['', 'by card'],
  ...applyMethods.map((method) => [method, `${method}, ${(METHOD_TRANSFER[method] * 100).toFixed(0)} % arrives`] as const),
];

const kindOf = (library: CardLibrary, wanted: MaterialCard['kind']): MaterialCard[] =>
  [...library.sheets.values()].filter(({ kind }) => kind === wanted);

/** A cell under a short heading; what it is called for those who hear it says its layer. */
function Named({ text, children }: { text: string; children: ReactNode }) {
  return (
    <span className="inline-block align-top">
      <span aria-hidden className="muted block text-sm">
        {text}
      </span>
      {children}
    </span>
  );
}

function NamedChoice<T extends string>({ text, ...choice }: { text: string } & ComponentProps<typeof ChoiceCell<T>>) {
  return (
    <Named text={text}>
      <ChoiceCell {...choice} showLabel={false} />
    </Named>
  );
}

interface LayerDetailsProps {
  readonly plan: SectionPlan;
  readonly layer: PlanLayer;
  readonly library: CardLibrary;
  readonly onEdit: (plan: SectionPlan) => void;
}

/** How one layer is put on: role, reinforcement, hardener, method and passes, color, what is stirred in, how it begins and closes. */
export function LayerDetails({ plan, layer, library, onEdit }: LayerDetailsProps) {
  const { name, laminate, wetFilmUm } = layer;
  const change = (part: Partial<PlanLayer>): void => {
    onEdit(changeLayer(plan, layer.id, part));
  };
  const cell = cells(layerFields, { start: 'tack', surface: 'none', ...layer }, change);
  const usualHardener = hardenerOf({ ...layer, hardenerId: undefined }, cardOf(library, layer.cardId), plan, library).name;
  const first = plan.sessions.at(0)?.layers.at(0)?.id === layer.id;
  return (
    <div className="flex flex-wrap items-start gap-x-5 gap-y-2 py-1 text-sm">
      <NamedChoice
        label={`Role of ${name}`}
        text="It is"
        value={layer.role}
        options={ROLES}
        onChange={(role) => {
          change(withRole(layer, role));
        }}
      />
      {laminate && <FabricCell layer={layer} laminate={laminate} library={library} onChange={change} />}
      <NamedChoice
        label={`Hardener of ${name}`}
        text="Hardener"
        width="w-40 text-ellipsis"
        value={layer.hardenerId ?? ''}
        options={[['', usualHardener] as const, ...kindOf(library, 'hardener').map((card) => [card.id, card.name] as const)]}
        onChange={(id) => {
          change({ hardenerId: id === '' ? undefined : id });
        }}
      />
      <ApplicationCells layer={layer} coat={wetFilmUm !== null} onChange={change} />
      {!first && <Named text="Begins">{cell('start', { label: `${name} begins`, showLabel: false, width: 'w-44' })}</Named>}
      {<Named text="Closes with">{cell('surface', { label: `${name} closes with`, showLabel: false, width: 'w-24' })}</Named>}
      <AdditionCells layer={layer} library={library} onChange={change} />
    </div>
  );
}

interface CellsProps {
  readonly layer: PlanLayer;
  readonly onChange: (part: Partial<PlanLayer>) => void;
}

function FabricCell({ layer, laminate, library, onChange }: CellsProps & { laminate: NonNullable<PlanLayer['laminate']>; library: CardLibrary }) {
  const fabrics = kindOf(library, 'reinforcement');
  return (
    <NamedChoice
      label={`Reinforcement of ${layer.name}`}
      text="Reinforcement"
      width="w-40 text-ellipsis"
      value={layer.fabricId ?? ''}
      options={[['', 'not named'] as const, ...fabrics.map((card) => [card.id, card.name] as const)]}
      onChange={(id) => {
        const card = fabrics.find((one) => one.id === id);
        const gsm = card ? cardNumber(card, 'arealGsm') : null;
        const ratio = card ? cardNumber(card, 'resinToGlass') : null;
        onChange({
          fabricId: id === '' ? undefined : id,
          laminate: { ...laminate, glassGsm: gsm ?? laminate.glassGsm, resinToGlass: ratio ?? laminate.resinToGlass },
        });
      }}
    />
  );
}

function ApplicationCells({ layer: { name, application }, coat, onChange }: CellsProps & { coat: boolean }) {
  const usual = initialPart(applicationFields);
  const set = (next: NonNullable<PlanLayer['application']>): void => {
    onChange({ application: next });
  };
  const applied = cells(applicationFields, { ...usual, ...application, flashMin: flashMinOf(application ?? usual) }, (next) => {
    // Only where it was said, so that the usual one can follow.
    set(next.flashMin === flashMinOf(application ?? usual) ? { ...next, flashMin: application?.flashMin } : next);
  });
  return (
    <>
      <NamedChoice
        label={`${name} is put on by`}
        text="Put on by"
        value={application?.method ?? ''}
        width="w-52"
        options={METHODS}
        onChange={(method) => {
          if (method === '') onChange({ application: undefined });
          else set({ ...usual, ...application, method });
        }}
      />
      {coat && <Named text="Passes">{applied('passes', { label: `Passes of ${name}`, showLabel: false, unit: '', width: 'w-12' })}</Named>}
      {coat && application && isSprayed(application) && (
        <Named text="Flash between">{applied('flashMin', { label: `Flash of ${name}`, showLabel: false, width: 'w-12' })}</Named>
      )}
      {coat && <Named text="Color">{applied('color', { label: `Color of ${name}`, showLabel: false, width: 'w-24' })}</Named>}
    </>
  );
}

/** Filler and pigment in the resin, before its hardener. */
function AdditionCells({ layer: { name, additions = [] }, library, onChange }: CellsProps & { library: CardLibrary }) {
  const fillers = kindOf(library, 'filler');
  const set = (next: readonly LayerAddition[]): void => {
    onChange({ additions: next.length === 0 ? undefined : [...next] });
  };
  return (
    <div>
      <span className="muted block text-sm">Stirred into 100 of resin</span>
      <span className="flex flex-wrap items-start gap-x-3 gap-y-1">
        {additions.map((one, i) => {
          const replace = (next: LayerAddition): void => {
            set(additions.map((other, at) => (at === i ? next : other)));
          };
          return (
            <span key={`${String(i)} of ${String(additions.length)}`} className="inline-flex items-start gap-1">
              <ChoiceCell
                label={`Filler ${String(i + 1)} of ${name}`}
                showLabel={false}
                width="w-36 text-ellipsis"
                value={one.cardId}
                options={fillers.map((card) => [card.id, card.name] as const)}
                onChange={(cardId) => {
                  replace({ ...one, cardId });
                }}
              />
              {cells(
                additionFields,
                one,
                replace,
              )('partsPer100', { label: `Parts of filler ${String(i + 1)}, ${name}`, showLabel: false, width: 'w-14' })}
              <button
                type="button"
                className="btn btn-ghost btn-xs"
                aria-label={`Take filler ${String(i + 1)} out of ${name}`}
                onClick={() => {
                  set(additions.filter((_, at) => at !== i));
                }}
              >
                <X size={12} aria-hidden />
              </button>
            </span>
          );
        })}
        {fillers.length > 0 && additions.length < mostOf(layerFields.additions) && (
          <button
            type="button"
            className="btn btn-xs"
            aria-label={`Filler or pigment into ${name}`}
            onClick={() => {
              set([...additions, { cardId: fillers[0].id, partsPer100: 2 }]);
            }}
          >
            <Plus size={12} aria-hidden /> filler or pigment
          </button>
        )}
      </span>
    </div>
  );
}
