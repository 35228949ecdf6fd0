import { instrumentKinds, LINE_PROTOCOL, type InstrumentKind } from '@pentimento/core/instruments';
import { useState } from 'react';
import { useAddInstrumentMutation, useEndInstrumentMutation, useInstrumentsQuery, type Instrument } from '../../api/api';
import { problemOf } from '../../api/problem';
import { Dialog } from '../../shared/dialog';
import { MayButton } from '../../shared/may-button';
import { newId } from '../../shared/new-id';
import { Failed, Loading } from '../../shared/states';
import { useUnits } from '../../shared/use-units';
import { isSilent } from './live';
import { useNowMs } from './use-live';

export const kindWords: Readonly<Record<InstrumentKind, string>> = { scale: 'Scale', logger: 'Thermocouple logger', room: 'Room sensor' };

/** Instruments that speak to the shop, and new ones with their key. */
export function InstrumentsDialog({ onClose }: { onClose: () => void }) {
  const { data, error, refetch } = useInstrumentsQuery();
  return (
    <Dialog title="Instruments" onClose={onClose} wide>
      {error && !data ? (
        <Failed error={error} retry={() => void refetch()} />
      ) : data ? (
        <Register instruments={data} />
      ) : (
        <Loading what="the instruments" />
      )}
      <button type="button" className="btn btn-ghost mt-3" onClick={onClose}>
        Close
      </button>
    </Dialog>
  );
}

function Register({ instruments }: { instruments: readonly Instrument[] }) {
  return (
    <>
      {instruments.length === 0 ? (
        <p className="muted">
          None is connected. A scale, a logger of thermocouples or a room sensor that speaks a few plain lines is read with a tap at the bench, and
          writes into the log by itself.
        </p>
      ) : (
        <table className="w-full text-sm">
          <tbody>
            {instruments.map((instrument) => (
              <InstrumentRow key={instrument.id} instrument={instrument} />
            ))}
          </tbody>
        </table>
      )}
      <Connect />
    </>
  );
}

function InstrumentRow({ instrument }: { instrument: Instrument }) {
  const units = useUnits();
  const [end] = useEndInstrumentMutation();
  const nowMs = useNowMs();
  const { id, name, kind, latest } = instrument;
  const speaking = latest.filter((reading) => !isSilent(instrument, reading, nowMs));
  const said = speaking.map(({ channel, g, tempC, humidityPct }) =>
    [
      kind === 'logger' ? `${String(channel)}:` : '',
      g === null ? '' : units.text('potMass', g),
      tempC === null ? '' : units.text('temperature', tempC),
      humidityPct === null ? '' : `${String(humidityPct)} %`,
    ]
      .filter((text) => text !== '')
      .join(' '),
  );
  return (
    <tr className="hairline border-b">
      <th scope="row" className="py-1.5 text-left">
        {name}
        <span className="muted block text-xs font-normal">{kindWords[kind]}</span>
      </th>
      <td className="num">{said.length === 0 ? <span className="text-warning font-sans">silent</span> : said.join(' · ')}</td>
      <td className="text-right">
        <MayButton right="trustDevice" className="btn btn-xs btn-ghost" onClick={() => void end(id)}>
          Take its key away
        </MayButton>
      </td>
    </tr>
  );
}

function Connect() {
  const [add, { data, error, isLoading, reset }] = useAddInstrumentMutation();
  const [name, setName] = useState('');
  const [kind, setKind] = useState<InstrumentKind>('scale');
  if (data)
    return (
      <section aria-label="Its key" className="rule mt-4 border-2 p-3">
        <p>
          Its key is shown this once. The instrument opens a WebSocket to <code className="num break-all">{lineAddress()}</code> and says first:
        </p>
        <p className="num bg-base-200 my-2 p-2 break-all select-all">
          hello {LINE_PROTOCOL} {data.key}
        </p>
        <button type="button" className="btn btn-sm" onClick={reset}>
          It is written down
        </button>
      </section>
    );
  return (
    <form
      className="mt-4 flex flex-wrap items-end gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        void add({ id: newId(), name: name.trim(), kind })
          .unwrap()
          .then(
            () => {
              setName('');
            },
            () => undefined,
          );
      }}
    >
      <label className="block">
        <span className="muted">What is connected</span>
        <select
          className="hairline bg-base-100 mt-1 block h-10 border px-2"
          value={kind}
          onChange={({ target }) => {
            setKind(instrumentKinds.find((one) => one === target.value) ?? kind);
          }}
        >
          {instrumentKinds.map((one) => (
            <option key={one} value={one}>
              {kindWords[one]}
            </option>
          ))}
        </select>
      </label>
      <label className="block flex-1">
        <span className="muted">Name that is written on it</span>
        <input
          className="hairline bg-base-100 mt-1 h-10 w-full border px-2"
          required
          maxLength={60}
          value={name}
          onChange={({ target }) => {
            setName(target.value);
          }}
        />
      </label>
      <MayButton right="trustDevice" type="submit" className="btn" disabled={isLoading}>
        Give it a key
      </MayButton>
      {error && (
        <p role="alert" className="text-error w-full">
          {problemOf(error).detail}
        </p>
      )}
    </form>
  );
}

function lineAddress(): string {
  const { protocol, host } = window.location;
  return `${protocol === 'https:' ? 'wss' : 'ws'}://${host}/api/instruments/line`;
}
