import { cardNumber, type MaterialCard } from '@pentimento/core/materials';
import {
  applyMethods,
  changeLayer,
  lastSurfaces,
  layerRoles,
  layerStarts,
  METHOD_TRANSFER,
  planRanges,
  withRole,
  type ApplyMethod,
  type CardLibrary,
  type LayerRole,
  type LayerStart,
  type PlanDocument,
  type PlanLayer,
} from '@pentimento/core/plan';
import { CountCell } from '../../../shared/count-cell';
import { ChoiceCell, TextCell, wordOptions } from '../../../shared/fields';

const ROLE_NAMES: Record<LayerRole, string> = { gelcoat: 'gel coat', barrier: 'barrier', skin: 'skin', bulk: 'bulk', core: 'paste core' };
const METHODS: readonly (readonly [ApplyMethod | '', string])[] = [
  ['', 'by card'],
  ...applyMethods.map((method) => [method, `${method}, ${(METHOD_TRANSFER[method] * 100).toFixed(0)} % arrives`] as const),
];
const STARTS: readonly (readonly [LayerStart, string])[] = layerStarts.map((start) => [start, start === 'tack' ? 'at tack' : 'cured, abraded']);

interface LayerDetailsProps {
  readonly plan: PlanDocument;
  readonly library: CardLibrary;
  readonly onEdit: (plan: PlanDocument) => void;
}

/** How each layer is put on: role, reinforcement, method and passes, color, start, last surface, extras. */
export function LayerDetails({ plan, library, onEdit }: LayerDetailsProps) {
  const fabrics = [...library.sheets.values()].filter(({ kind }) => kind === 'reinforcement');
  return (
    <div className="overflow-x-auto">
      <table className="w-full min-w-[52rem] text-sm">
        <caption className="sr-only">How each layer is put on</caption>
        <thead>
          <tr className="rule border-b text-left">
            {['Layer', 'It is', 'Reinforcement', 'Put on by', 'Passes', 'Color', 'Begins', 'Closes with', '+ flange', '+ corner'].map((head) => (
              <th key={head} className="px-1.5 py-1 font-semibold whitespace-nowrap">
                {head}
              </th>
            ))}
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
  readonly onChange: (part: Partial<PlanLayer>) => void;
}

function DetailRow({ layer, first, fabrics, onChange }: DetailRowProps) {
  const { name, application, extras } = layer;
  const setApplication = (part: Partial<NonNullable<PlanLayer['application']>>): void => {
    onChange({ application: { method: 'brush', passes: 1, color: '', ...application, ...part } });
  };
  const setExtras = (part: Partial<NonNullable<PlanLayer['extras']>>): void => {
    onChange({ extras: { flangePlies: 0, cornerPlies: 0, ...extras, ...part } });
  };
  return (
    <tr className="hairline border-b align-top">
      <td className="max-w-36 truncate px-2 py-1.5 font-semibold">{name}</td>
      <td className="px-1.5 py-1">
        <ChoiceCell
          label={`Role of ${name}`}
          showLabel={false}
          value={layer.role}
          options={layerRoles.map((role) => [role, ROLE_NAMES[role]] as const)}
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
            width="w-36"
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
          label={`${name} is put on by`}
          showLabel={false}
          value={application?.method ?? ''}
          width="w-28"
          options={METHODS}
          onChange={(method) => {
            if (method === '') onChange({ application: undefined });
            else setApplication({ method });
          }}
        />
      </td>
      <td className="px-1.5 py-1">
        {layer.wetFilmUm !== null && (
          <CountCell
            label={`Passes of ${name}`}
            value={application?.passes ?? 1}
            range={planRanges.passes}
            unit=""
            onChange={(passes) => {
              setApplication({ passes });
            }}
          />
        )}
      </td>
      <td className="px-1.5 py-1">
        {layer.wetFilmUm !== null && (
          <TextCell
            label={`Color of ${name}`}
            showLabel={false}
            value={application?.color ?? ''}
            maxLength={40}
            width="w-20"
            onChange={(color) => {
              setApplication({ color });
            }}
          />
        )}
      </td>
      <td className="px-1.5 py-1">
        {!first && (
          <ChoiceCell
            label={`${name} begins`}
            showLabel={false}
            value={layer.start ?? 'tack'}
            options={STARTS}
            onChange={(start) => {
              onChange({ start });
            }}
          />
        )}
      </td>
      <td className="px-1.5 py-1">
        <ChoiceCell
          label={`${name} closes with`}
          showLabel={false}
          value={layer.surface ?? 'none'}
          options={wordOptions(lastSurfaces)}
          onChange={(surface) => {
            onChange({ surface });
          }}
        />
      </td>
      {(['flangePlies', 'cornerPlies'] as const).map((where) => (
        <td key={where} className="px-1.5 py-1">
          {layer.laminate && (
            <CountCell
              label={`Plies more ${where === 'flangePlies' ? 'on the flange' : 'in corners'}, ${name}`}
              value={extras?.[where] ?? 0}
              range={planRanges.extraPlies}
              unit=""
              onChange={(plies) => {
                setExtras({ [where]: plies });
              }}
            />
          )}
        </td>
      ))}
    </tr>
  );
}
