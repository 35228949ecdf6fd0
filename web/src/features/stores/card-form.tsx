import { useForm } from 'react-hook-form';
import { useSaveCardMutation, type Card } from '../../api/api';
import { problemOf } from '../../api/problem';
import { Dialog } from '../../shared/dialog';

interface CardFormValues {
  name: string;
  origin: Card['origin'];
  note: string;
  minPct: number;
  typicalPct: number;
  maxPct: number;
  shopMinC: number;
  maxLaminateC: number;
  restartBelowC: number;
  bondClosesH: number;
}

const FIELDS = [
  ['shopMinC', 'Coldest shop, °C', -20, 60],
  ['maxLaminateC', 'Hottest laminate wanted, °C', 20, 250],
  ['restartBelowC', 'Next session below, °C', 0, 150],
  ['bondClosesH', 'Bond closes after, h', 0.1, 240],
] as const;
const CATALYST = [
  ['minPct', 'Catalyst lowest, %'],
  ['typicalPct', 'usual, %'],
  ['maxPct', 'highest, %'],
] as const;

/** What the data sheet prints, as the shop's own version of a card; the built-in one stays beneath. */
export function CardForm({ card, onClose }: { card: Card; onClose: () => void }) {
  const { limits } = card;
  const [save, { error, isLoading }] = useSaveCardMutation();
  const { register, handleSubmit, formState } = useForm<CardFormValues>({
    defaultValues: {
      name: card.name,
      origin: 'data sheet',
      note: '',
      minPct: limits.catalyst?.minPct ?? 0,
      typicalPct: limits.catalyst?.typicalPct ?? 0,
      maxPct: limits.catalyst?.maxPct ?? 0,
      shopMinC: limits.shopMinC,
      maxLaminateC: limits.maxLaminateC,
      restartBelowC: limits.restartBelowC ?? 0,
      bondClosesH: limits.bondClosesH,
    },
  });
  const submit = async ({ name, origin, note, minPct, typicalPct, maxPct, ...rest }: CardFormValues): Promise<void> => {
    const changed = {
      ...limits,
      ...rest,
      restartBelowC: limits.restartBelowC === null ? null : rest.restartBelowC,
      catalyst: limits.catalyst === null ? null : { minPct, typicalPct, maxPct },
    };
    const result = await save({ id: card.id, body: { baseVersion: card.version, name, origin, note, limits: changed } });
    if (result.data) onClose();
  };
  const number = (name: keyof CardFormValues, label: string, min: number, max: number) => (
    <label key={name}>
      <span className="block text-sm">{label}</span>
      <input
        type="number"
        step="any"
        className="input input-sm num w-full"
        {...register(name, {
          valueAsNumber: true,
          min: { value: min, message: `${String(min)} to ${String(max)}` },
          max: { value: max, message: `${String(min)} to ${String(max)}` },
          required: 'needed',
        })}
      />
      {formState.errors[name] && <span className="text-error text-sm">{formState.errors[name].message}</span>}
    </label>
  );
  return (
    <Dialog title={`${card.name}: the shop’s own card`} onClose={onClose} wide>
      <form onSubmit={(event) => void handleSubmit(submit)(event)}>
        <div className="grid grid-cols-3 gap-3">
          <label className="col-span-2">
            <span className="block text-sm">Name</span>
            <input className="input input-sm w-full" maxLength={80} {...register('name', { required: true })} />
          </label>
          <label>
            <span className="block text-sm">Origin</span>
            <select className="select select-sm w-full" {...register('origin')}>
              {['data sheet', 'own test', 'literature', 'assumed'].map((origin) => (
                <option key={origin}>{origin}</option>
              ))}
            </select>
          </label>
          {limits.catalyst && CATALYST.map(([name, label]) => number(name, label, 0.1, 5))}
          {FIELDS.filter(([name]) => name !== 'restartBelowC' || limits.restartBelowC !== null).map(([name, label, min, max]) =>
            number(name, label, min, max),
          )}
          <label className="col-span-3">
            <span className="block text-sm">Note: which sheet, which date</span>
            <input className="input input-sm w-full" maxLength={300} {...register('note')} />
          </label>
        </div>
        {error && (
          <p role="alert" className="text-error mt-3">
            {problemOf(error).detail}
          </p>
        )}
        <div className="mt-4 flex gap-2">
          <button className="btn btn-primary" disabled={isLoading}>
            Save as version {card.version + 1}
          </button>
          <button type="button" className="btn btn-ghost" onClick={onClose}>
            Cancel
          </button>
        </div>
      </form>
    </Dialog>
  );
}
