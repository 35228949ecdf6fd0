import { cardNumber, type MaterialCard } from '@pentimento/core/materials';
import {
  applicationFields,
  applyMethods,
  cardOf,
  changeLayer,
  extrasFields,
  initialPart,
  layerFields,
  layerRole,
  METHOD_TRANSFER,
  withRole,
  type ApplyMethod,
  type CardLibrary,
  type SectionPlan,
  type PlanLayer,
} from '@pentimento/core/plan';
import { hardenerOf } from '@pentimento/core/mix';
import { cells } from '../../../shared/cells';
import { ChoiceCell } from '../../../shared/fields';

const ROLES = layerRole.choices.map((role) => [role, layerRole.words[role]] as const);
const METHODS: readonly (readonly [ApplyMethod | '', string])[] = [
  ['', 'by card'],
  ...applyMethods.map((method) => [method, `${method}, ${(METHOD_TRANSFER[method] * 100).toFixed(0)} % arrives`] as const),
];
interface LayerDetailsProps {
  readonly plan: SectionPlan;
  readonly library: CardLibrary;
  readonly onEdit: (plan: SectionPlan) => void;
}

/** How each layer is put on: role, reinforcement, method and passes, color, start, last surface, extras. */
export function LayerDetails({ plan, library, onEdit }: LayerDetailsProps) {
  const fabrics = [...library.sheets.values()].filter(({ kind }) => kind === 'reinforcement');
  const hardeners = [...library.sheets.values()].filter(({ kind }) => kind === 'hardener');
  return (
    <div className="overflow-x-auto">
      <table className="w-full min-w-[52rem] text-sm">
        <caption className="sr-only">How each layer is put on</caption>
        <thead>
          <tr className="rule border-b text-left">
            {['Layer', 'It is', 'Reinforcement', 'Hardener', 'Put on by', 'Passes', 'Color', 'Begins', 'Closes with', '+ flange', '+ corner'].map(
              (head) => (
                <th key={head} className="px-1.5 py-1 font-semibold whitespace-nowrap">
                  {head}
                </th>
              ),
            )}
          </tr>
        </thead>
        <tbody>
          {plan.sessions
            .flatMap(({ layers }) => layers)
            .map((layer, i) => (
              <DetailRow
                key={layer.id}
                layer={layer}
                first={i === 0}
                fabrics={fabrics}
                hardeners={hardeners}
                usual={hardenerOf({ ...layer, hardenerId: undefined }, cardOf(library, layer.cardId), plan, library).name}
                onChange={(part) => {
                  onEdit(changeLayer(plan, layer.id, part));
                }}
              />
            ))}
        </tbody>
      </table>
    </div>
  );
}

interface DetailRowProps {
  readonly layer: PlanLayer;
  readonly first: boolean;
  readonly fabrics: readonly MaterialCard[];
  readonly hardeners: readonly MaterialCard[];
  /** What goes in where none is named */
  readonly usual: string;
  readonly onChange: (part: Partial<PlanLayer>) => void;
}

function DetailRow({ layer, first, fabrics, hardeners, usual: usualHardener, onChange }: DetailRowProps) {
  const { name, application } = layer;
  const setApplication = (next: NonNullable<PlanLayer['application']>): void => {
    onChange({ application: next });
  };
  const usual = initialPart(applicationFields);
  const applied = cells(applicationFields, application ?? usual, setApplication);
  const cell = cells(layerFields, { start: 'tack', surface: 'none', ...layer }, onChange);
  const extra = cells(extrasFields, layer.extras ?? initialPart(extrasFields), (extras) => {
    onChange({ extras });
  });
  return (
    <tr className="hairline border-b align-top">
      <td className="max-w-36 truncate px-2 py-1.5 font-semibold">{name}</td>
      <td className="px-1.5 py-1">
        <ChoiceCell
          label={`Role of ${name}`}
          showLabel={false}
          value={layer.role}
          options={ROLES}
          onChange={(role) => {
            onChange(withRole(layer, role));
          }}
        />
      </td>
      <td className="px-1.5 py-1">
        {layer.laminate && (
          <ChoiceCell
            label={`Reinforcement of ${name}`}
            showLabel={false}
            width="w-32 text-ellipsis"
            value={layer.fabricId ?? ''}
            options={[['', 'not named'] as const, ...fabrics.map((card) => [card.id, card.name] as const)]}
            onChange={(id) => {
              const card = fabrics.find((one) => one.id === id);
              const gsm = card ? cardNumber(card, 'arealGsm') : null;
              const ratio = card ? cardNumber(card, 'resinToGlass') : null;
              if (!layer.laminate) return;
              onChange({
                fabricId: id === '' ? undefined : id,
                laminate: { ...layer.laminate, glassGsm: gsm ?? layer.laminate.glassGsm, resinToGlass: ratio ?? layer.laminate.resinToGlass },
              });
            }}
          />
        )}
      </td>
      <td className="px-1.5 py-1">
        <ChoiceCell
          label={`Hardener of ${name}`}
          showLabel={false}
          width="w-28 text-ellipsis"
          value={layer.hardenerId ?? ''}
          options={[['', usualHardener] as const, ...hardeners.map((card) => [card.id, card.name] as const)]}
          onChange={(id) => {
            onChange({ hardenerId: id === '' ? undefined : id });
          }}
        />
      </td>
      <td className="px-1.5 py-1">
        <ChoiceCell
          label={`${name} is put on by`}
          showLabel={false}
          value={application?.method ?? ''}
          width="w-28"
          options={METHODS}
          onChange={(method) => {
            if (method === '') onChange({ application: undefined });
            else setApplication({ ...usual, ...application, method });
          }}
        />
      </td>
      <td className="px-1.5 py-1">{layer.wetFilmUm !== null && applied('passes', { label: `Passes of ${name}`, showLabel: false, unit: '' })}</td>
      <td className="px-1.5 py-1">{layer.wetFilmUm !== null && applied('color', { label: `Color of ${name}`, showLabel: false, width: 'w-20' })}</td>
      <td className="px-1.5 py-1">{!first && cell('start', { label: `${name} begins`, showLabel: false, width: 'w-24' })}</td>
      <td className="px-1.5 py-1">{cell('surface', { label: `${name} closes with`, showLabel: false, width: 'w-20' })}</td>
      {(['flangePlies', 'cornerPlies'] as const).map((where) => (
        <td key={where} className="px-1.5 py-1">
          {layer.laminate && extra(where, { label: `${extrasFields[where].label}, ${name}`, showLabel: false, unit: '', width: 'w-12' })}
        </td>
      ))}
    </tr>
  );
}
