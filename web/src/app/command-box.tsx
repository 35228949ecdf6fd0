import { useDeferredValue, useEffect, useId, useMemo, useState, type KeyboardEvent } from 'react';
import { useNavigate } from 'react-router';
import { useBuildsQuery, useCardsQuery, useMoldsQuery } from '../api/api';
import { Dialog } from '../shared/dialog';
import { places } from './places';
import { themeChosen } from './settings-slice';
import { useAppDispatch, useAppSelector } from './store';

interface Command {
  readonly id: string;
  readonly kind: string;
  readonly label: string;
  readonly run: () => void;
}

const MOST = 9;
const LOOKED_AT = 60;

/** Reaches every build, mold, card and action by a few letters. */
export function CommandBox({ onClose }: { onClose: () => void }) {
  const [query, setQuery] = useState('');
  const [chosen, setChosen] = useState(0);
  const [meant, setMeant] = useState(false);
  const listId = useId();
  const words = query.toLowerCase().split(/\s+/).filter(Boolean);
  // The server looks for the longest word, this page for all of them.
  const letters = useDeferredValue(words.reduce((most, word) => (word.length > most.length ? word : most), ''));
  const commands = useCommands(letters);
  const hits = commands.filter(({ kind, label }) => words.every((word) => `${kind} ${label}`.toLowerCase().includes(word))).slice(0, MOST);
  const run = (command: Command | undefined): void => {
    if (!command) return;
    onClose();
    command.run();
  };
  // Enter is quicker than the server: what was meant is run when it is found.
  const target = hits.at(chosen);
  useEffect(() => {
    if (!meant || !target) return;
    onClose();
    target.run();
  }, [meant, target, onClose]);
  const onKey = (event: KeyboardEvent): void => {
    if (event.key === 'ArrowDown') setChosen((at) => Math.min(at + 1, hits.length - 1));
    else if (event.key === 'ArrowUp') setChosen((at) => Math.max(at - 1, 0));
    else if (event.key === 'Enter') setMeant(true);
    else return;
    event.preventDefault();
  };
  return (
    <Dialog title="Find or do" onClose={onClose} wide>
      <input
        autoFocus
        className="input w-full"
        placeholder="Beehive, M-003, skin resin, new build …"
        aria-label="Find or do"
        role="combobox"
        aria-expanded
        aria-controls={listId}
        aria-activedescendant={hits.length > 0 ? `${listId}-${String(chosen)}` : undefined}
        value={query}
        onChange={(event) => {
          setQuery(event.target.value);
          setChosen(0);
          setMeant(false);
        }}
        onKeyDown={onKey}
      />
      <ul id={listId} role="listbox" aria-label="Hits" className="mt-3">
        {hits.map((command, i) => (
          <li
            key={command.id}
            id={`${listId}-${String(i)}`}
            role="option"
            aria-selected={i === chosen}
            className={`flex cursor-pointer gap-4 px-3 py-2 ${i === chosen ? 'bg-primary text-primary-content' : ''}`}
            onMouseEnter={() => {
              setChosen(i);
            }}
            onClick={() => {
              run(command);
            }}
          >
            <span className="w-16 opacity-80">{command.kind}</span>
            {command.label}
          </li>
        ))}
      </ul>
      {hits.length === 0 && <p className="muted px-3 py-2">Nothing of that name. Try fewer letters.</p>}
    </Dialog>
  );
}

function useCommands(letters: string): Command[] {
  const navigate = useNavigate();
  const dispatch = useAppDispatch();
  const theme = useAppSelector((state) => state.settings.theme);
  const page = { limit: LOOKED_AT, ...(letters === '' ? {} : { search: letters }) };
  const builds = useBuildsQuery(page).data?.builds;
  const molds = useMoldsQuery(page).data?.molds;
  const { data: cards } = useCardsQuery();
  return useMemo(() => {
    const go = (path: string) => () => void navigate(path);
    return [
      { id: 'new', kind: 'Do', label: 'New build', run: go('/?new=1') },
      {
        id: 'theme',
        kind: 'Do',
        label: theme === 'paper' ? 'Dim the screen' : 'Paper screen',
        run: () => {
          dispatch(themeChosen(theme === 'paper' ? 'lamp' : 'paper'));
        },
      },
      ...places.map(({ path, name }) => ({ id: path, kind: 'Place', label: name, run: go(path) })),
      ...(builds ?? []).map(({ id, name }) => ({ id, kind: 'Build', label: name, run: go(`/builds/${id}`) })),
      ...(molds ?? []).map(({ id, number, part, hand }) => ({
        id,
        kind: 'Mold',
        label: `${number} ${part}${hand === 'none' ? '' : `, ${hand}`}`,
        run: go(`/rack/${id}`),
      })),
      ...(cards ?? []).map(({ id, name }) => ({ id, kind: 'Card', label: name, run: go(`/stores#${id}`) })),
    ];
  }, [navigate, dispatch, theme, builds, molds, cards]);
}
