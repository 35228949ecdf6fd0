import { roles } from '@pentimento/core/rights';
import { useState } from 'react';
import { useChangePersonMutation, useGiveOneTimeWordMutation, type Person } from '../../api/api';
import { Dialog } from '../../shared/dialog';
import { dateTimeText } from '../../shared/dates';
import { ProblemLine } from '../../shared/form-field';

interface PeopleTableProps {
  readonly people: readonly Person[];
  readonly me: Person;
  readonly manage: boolean;
}

/** Who works here and what they may do; an owner changes roles, closes accounts and gives one-time words. */
export function PeopleTable({ people, me, manage }: PeopleTableProps) {
  const [change, { error: changeError }] = useChangePersonMutation();
  const [word, { data: told, error: wordError, reset }] = useGiveOneTimeWordMutation();
  const [asked, setAsked] = useState<Person | null>(null);
  return (
    <section aria-label="People">
      <h2 className="rule border-b font-semibold">People</h2>
      <ul className="text-sm">
        {people.map((person) => (
          <li key={person.id} aria-label={person.name} className="hairline flex flex-wrap items-center gap-x-3 border-b py-1.5">
            <span className={`min-w-32 flex-1 font-semibold break-words ${person.active ? '' : 'line-through opacity-70'}`}>
              {person.name}
              <span className="num muted block text-xs font-normal break-all">
                {person.login}
                {person.id === me.id && ', you'}
                {!person.active && ', account closed'}
                {person.mustChange && ', has a one-time word'}
              </span>
            </span>
            {manage ? (
              <select
                className="select select-sm w-32"
                aria-label={`Role of ${person.name}`}
                value={person.role}
                onChange={({ target }) => {
                  const role = roles.find((one) => one === target.value);
                  if (role) void change({ id: person.id, body: { role } });
                }}
              >
                {roles.map((role) => (
                  <option key={role}>{role}</option>
                ))}
              </select>
            ) : (
              <span className="muted">{person.role}</span>
            )}
            {manage && (
              <span className="flex w-full justify-end sm:w-60">
                {person.active && person.id !== me.id && (
                  <button
                    type="button"
                    className="btn btn-xs btn-ghost"
                    onClick={() => {
                      setAsked(person);
                    }}
                  >
                    Forgot the password
                  </button>
                )}
                {person.id !== me.id && (
                  <button
                    type="button"
                    className="btn btn-xs btn-ghost"
                    onClick={() => void change({ id: person.id, body: { account: person.active ? 'closed' : 'open' } })}
                  >
                    {person.active ? 'Close account' : 'Open again'}
                  </button>
                )}
              </span>
            )}
          </li>
        ))}
      </ul>
      <ProblemLine error={changeError} />
      {asked && (
        <Dialog
          title={`One-time word for ${asked.name}`}
          onClose={() => {
            setAsked(null);
            reset();
          }}
        >
          {told ? (
            <>
              <p>Tell them this word; it is shown only now. It opens nothing but the choice of a new password, until {dateTimeText(told.until)}.</p>
              <p className="num my-4 text-2xl font-semibold select-all">{told.word}</p>
            </>
          ) : (
            <p>Their password and code end at once, and so does every session of theirs. They sign in with the word and choose a new password.</p>
          )}
          <ProblemLine error={wordError} />
          <div className="mt-4 flex gap-3">
            {!told && (
              <button type="button" className="btn btn-primary" onClick={() => void word(asked.id)}>
                Give a word
              </button>
            )}
            <button
              type="button"
              className="btn"
              onClick={() => {
                setAsked(null);
                reset();
              }}
            >
              {told ? 'Done' : 'Leave it'}
            </button>
          </div>
        </Dialog>
      )}
    </section>
  );
}
