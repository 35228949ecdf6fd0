import { useForm } from 'react-hook-form';
import { useCreateCardMutation, type Card } from '../../api/api';
import { problemOf } from '../../api/problem';
import { Dialog } from '../../shared/dialog';

interface NewCardValues {
  from: string;
  name: string;
}

/** A short name from a long one: "Gel coat, red" → gel_coat_red. */
function slug(name: string): string {
  const text = name
    .toLowerCase()
    .normalize('NFKD')
    .replace(/[^a-z0-9]+/g, '_')
    .replace(/^_+|_+$/g, '');
  return text.length < 2 ? `card_${text}` : text.slice(0, 50);
}

/** A new card starts as a copy of the most similar one, so that no line is forgotten; then the sheet's values are entered. */
export function NewCardDialog({ cards, onMade, onClose }: { cards: readonly Card[]; onMade: (card: Card) => void; onClose: () => void }) {
  const [create, { error, isLoading }] = useCreateCardMutation();
  const { register, handleSubmit, formState } = useForm<NewCardValues>({ defaultValues: { from: cards[0].id, name: '' } });
  const submit = async ({ from, name }: NewCardValues): Promise<void> => {
    const base = cards.find(({ id }) => id === from);
    if (!base) return;
    const { version: _version, ...copy } = base;
    const result = await create({ card: { ...copy, id: slug(name), name }, note: `From ${base.name}` });
    if (result.data) onMade(result.data);
  };
  return (
    <Dialog title="New card" onClose={onClose}>
      <form onSubmit={(event) => void handleSubmit(submit)(event)} className="space-y-3">
        <label className="block">
          <span className="block text-sm">Name, as the shop says it</span>
          <input
            className="input input-sm w-full"
            maxLength={80}
            {...register('name', { required: 'needed', minLength: { value: 2, message: 'two letters at least' } })}
          />
          {formState.errors.name && <span className="text-error text-sm">{formState.errors.name.message}</span>}
        </label>
        <label className="block">
          <span className="block text-sm">Most like</span>
          <select className="select select-sm w-full" {...register('from')}>
            {cards.map(({ id, name, kind }) => (
              <option key={id} value={id}>
                {kind}: {name}
              </option>
            ))}
          </select>
        </label>
        <p className="muted text-sm">It starts as a copy, all values with their old origin. Enter your data sheet next.</p>
        {error && (
          <p role="alert" className="text-error">
            {problemOf(error).detail}
          </p>
        )}
        <div className="flex gap-2">
          <button className="btn btn-primary btn-sm" disabled={isLoading}>
            Make the card
          </button>
          <button type="button" className="btn btn-ghost btn-sm" onClick={onClose}>
            Cancel
          </button>
        </div>
      </form>
    </Dialog>
  );
}
