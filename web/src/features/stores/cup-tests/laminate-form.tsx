import { logObjections, type ReadLog } from '@pentimento/core/calibration';
import type { ResinCard } from '@pentimento/core/materials';
import { cardLibrary, layerBuild } from '@pentimento/core/plan';
import { skipToken } from '@reduxjs/toolkit/query';
import { useState } from 'react';
import { useAddLaminateRecordMutation, useBuildQuery, useBuildsQuery, useCardsQuery, type LaminateRecord } from '../../../api/api';
import { problemOf } from '../../../api/problem';
import { Dialog } from '../../../shared/dialog';
import { LevelMark } from '../../../shared/level-mark';
import { LogFile } from './log-file';

/** A laminate's temperature from a build: which session, where the probe was, and its file. */
export function LaminateForm({ resin, onMade, onClose }: { resin: ResinCard; onMade: (record: LaminateRecord) => void; onClose: () => void }) {
  const builds = useBuildsQuery({ limit: 200 }).data?.builds ?? [];
  const [buildId, setBuildId] = useState('');
  const { data: build } = useBuildQuery(buildId === '' ? (builds.at(0)?.id ?? skipToken) : buildId);
  const cards = useCardsQuery();
  const [chosen, setChosen] = useState('');
  const [place, setPlace] = useState<'face' | 'middle'>('middle');
  const [log, setLog] = useState<ReadLog | null>(null);
  const sections = build?.current.plan.sections ?? [];
  const sessions = sections.flatMap((section, s) => {
    const from = sections.slice(0, s).reduce((sum, one) => sum + one.sessions.length, 0);
    return section.sessions.flatMap((session, index) =>
      session.layers.some(({ cardId }) => cardId === resin.id) ? [{ key: session.id, section, session, index, place: from + index }] : [],
    );
  });
  const picked = sessions.find(({ key }) => key === chosen) ?? sessions.at(0);
  const objections = log ? logObjections(log.tempC[0], log) : [];
  const hopeless = objections.some(({ level }) => level === 'stop');
  const [add, { error, isLoading }] = useAddLaminateRecordMutation();
  const [id] = useState(() => crypto.randomUUID());
  const submit = async (): Promise<void> => {
    if (!build || !picked || !log || !cards.data) return;
    const library = cardLibrary(cards.data);
    const thickness = (layers: typeof picked.session.layers): number => layers.reduce((sum, layer) => sum + layerBuild(layer, library).thicknessM, 0);
    const below = picked.section.sessions.slice(0, picked.index).reduce((sum, session) => sum + thickness(session.layers), 0);
    const body = {
      id,
      buildId: build.id,
      buildVersion: build.current.number,
      sessionIndex: picked.place,
      heightM: place === 'face' ? 0 : below + thickness(picked.session.layers) / 2,
      log: { timeS: [...log.timeS], tempC: [...log.tempC] },
      note: '',
    };
    const { data } = await add({ cardId: resin.id, body });
    if (data) onMade(data);
  };
  return (
    <Dialog title={`Laminate temperature, ${resin.name}`} onClose={onClose} wide>
      {builds.length === 0 && <p className="muted">There is no build yet.</p>}
      {build && (
        <label className="mb-3 block text-sm">
          Build{' '}
          <select
            className="hairline bg-base-100 h-7 border"
            value={build.id}
            onChange={(event) => {
              setBuildId(event.target.value);
              setChosen('');
            }}
          >
            {builds.map(({ id: one, name }) => (
              <option key={one} value={one}>
                {name}
              </option>
            ))}
          </select>
        </label>
      )}
      {build && sessions.length === 0 && <p className="muted">This build does not use this resin.</p>}
      {picked && (
        <div className="space-y-3 text-sm">
          <label className="block">
            Session{' '}
            <select
              className="hairline bg-base-100 h-7 border"
              value={picked.key}
              onChange={(event) => {
                setChosen(event.target.value);
              }}
            >
              {sessions.map(({ key, section, session }) => (
                <option key={key} value={key}>
                  {sections.length > 1 ? `${section.name}: ${session.name}` : session.name}
                </option>
              ))}
            </select>
          </label>
          <label className="block">
            Probe{' '}
            <select
              className="hairline bg-base-100 h-7 border"
              value={place}
              onChange={(event) => {
                setPlace(event.target.value === 'face' ? 'face' : 'middle');
              }}
            >
              <option value="middle">in the middle of this session’s laminate</option>
              <option value="face">at the plug’s face</option>
            </select>
          </label>
          <p className="muted">
            The record starts when this session was laid. Shop temperature and amounts are the build’s: note in it what was really laid first.
          </p>
          <LogFile onRead={setLog} />
          <ul aria-label="Objections">
            {objections.map(({ level, message }) => (
              <li key={message} className="flex gap-2">
                <LevelMark level={level === 'stop' ? 'stop' : 'care'} size={14} /> {message}
              </li>
            ))}
          </ul>
        </div>
      )}
      {error && (
        <p role="alert" className="text-error mt-3">
          {problemOf(error).detail}
        </p>
      )}
      <div className="mt-4 flex gap-2">
        <button type="button" className="btn btn-primary btn-sm" disabled={!log || !picked || hopeless || isLoading} onClick={() => void submit()}>
          Keep it and fit
        </button>
        <button type="button" className="btn btn-ghost btn-sm" onClick={onClose}>
          Cancel
        </button>
      </div>
    </Dialog>
  );
}
