import { packRoll } from '@pentimento/core/kit';
import {
  cardLibrary,
  DEFAULT_DESIGN,
  DEFAULT_INTAKE,
  defaultRelease,
  gateTests,
  planFromTemplate,
  type MoldDesign,
  type Objection,
  type SectionPlan,
  type ReleasePlan,
} from '@pentimento/core/plan';
import { render, screen } from '@testing-library/react';
import { amount, words } from '@pentimento/core/units';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { MemoryRouter } from 'react-router';
import { ObjectionList } from '../../shared/objection-list';
import { kitDxf } from '../stages/kit/kit-dxf';
import { PatchTable } from '../stages/plug/patch-table';
import { ReadinessList } from '../stages/plug/readiness-list';
import { GatePart } from '../stages/release/gate-part';
import { ZoneTable } from '../stages/release/zone-table';
import { FacesPart } from '../stages/split/faces-part';
import { StackTable } from '../layers/stack-table';
import { StageBar } from './stage-bar';
import { stageOf } from '../stage/build-stages';

let unitSystem = 'metric';
jest.mock('../../api/api', () => ({ useWhoQuery: () => ({ data: { person: { unitSystem } } }) }));
beforeEach(() => {
  unitSystem = 'metric';
});

const start = { startDate: '2026-12-07', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 80 } };
const staged = planFromTemplate('staged', start);

/** Holds what an editor edits, as the plan slice does. */
function Held<T>({ first, seen, children }: { first: T; seen: (value: T) => void; children: (value: T, set: (next: T) => void) => React.ReactNode }) {
  const [value, setValue] = useState(first);
  return children(value, (next) => {
    seen(next);
    setValue(next);
  });
}

test('an address names a stage, the growth chart when it names none, nothing when it is wrong', () => {
  expect(stageOf(undefined)).toBe('sequence');
  expect(stageOf('kit')).toBe('kit');
  expect(stageOf('nonsense')).toBeNull();
});

test('the stage bar marks each stage with the worst that speaks against it, notes not counted', () => {
  const said = { title: 'x', why: 'y', remedy: 'z' };
  const objections: Objection[] = [
    { stage: 'plug', level: 'note', id: 'a', ...said },
    { stage: 'stack', level: 'care', id: 'b', ...said },
    { stage: 'stack', level: 'stop', id: 'c', ...said },
  ];
  render(
    <MemoryRouter>
      <StageBar buildId="b1" stage="stack" objections={objections} sequence="care" />
    </MemoryRouter>,
  );
  expect(screen.getByRole('link', { name: /Stack/ })).toHaveTextContent('stop');
  expect(screen.getByRole('link', { name: /Stack/ })).toHaveAttribute('aria-current', 'page');
  expect(screen.getByRole('link', { name: /Sequence/ })).toHaveTextContent('care');
  expect(screen.getByRole('link', { name: /Plug/ })).not.toHaveTextContent(/note|care|stop/);
  expect(screen.getByRole('link', { name: /Kit/ })).toHaveAttribute('href', '/builds/b1/kit');
});

test('objections say what, why and what to do, in the reader’s units', () => {
  const one = {
    stage: 'split' as const,
    level: 'care' as const,
    id: 'a',
    title: words`Flange ${amount('thickness', 50.8)} wide`,
    why: words`It needs ${amount('thickness', 58)}.`,
    remedy: 'Widen it.',
  };
  const { rerender } = render(<ObjectionList objections={[one]} name="Objections" empty="Nothing." />);
  expect(screen.getByRole('listitem')).toHaveTextContent('care Flange 50.8 mm wideIt needs 58 mm.Widen it.');
  unitSystem = 'us';
  rerender(<ObjectionList objections={[one]} name="Objections" empty="Nothing." />);
  expect(screen.getByRole('listitem')).toHaveTextContent('Flange 2.000 in wide');
  rerender(<ObjectionList objections={[]} name="Objections" empty="Nothing." />);
  expect(screen.getByText('Nothing.')).toBeInTheDocument();
});

test('patches: sizes follow the shape, a wrong one is not passed on, the area is their sum', async () => {
  const user = userEvent.setup();
  const seen = jest.fn<unknown, [SectionPlan]>();
  render(
    <Held first={staged} seen={seen}>
      {(plan, set) => <PatchTable plan={plan} onEdit={set} />}
    </Held>,
  );
  await user.click(screen.getByRole('button', { name: 'flat' }));
  await user.clear(screen.getByLabelText('length of Patch'));
  await user.type(screen.getByLabelText('length of Patch'), '0.5');
  expect(screen.getByRole('alert')).toHaveTextContent('0.5 m is 500 mm: type 500.');
  expect(seen.mock.lastCall?.[0].patches?.[0].form.lengthMm).not.toBe(0.5);
  await user.type(screen.getByLabelText('length of Patch'), '{Backspace}{Backspace}{Backspace}1000');
  expect(seen.mock.lastCall?.[0].areaM2).toBeCloseTo(0.4, 9);
  await user.selectOptions(screen.getByLabelText('Shape of Patch'), 'dome');
  expect(screen.queryByLabelText('length of Patch')).toBeNull();
  expect(screen.getByLabelText('radius of Patch')).toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: 'Remove Patch' }));
  expect(seen.mock.lastCall?.[0].patches).toEqual([]);
});

test('faces: a negative draft asks for a split at once', async () => {
  const user = userEvent.setup();
  const seen = jest.fn<unknown, [MoldDesign]>();
  render(
    <Held first={DEFAULT_DESIGN} seen={seen}>
      {(design, set) => <FacesPart design={design} onChange={set} />}
    </Held>,
  );
  await user.click(screen.getByRole('button', { name: 'face' }));
  expect(screen.getByText('easy')).toBeInTheDocument();
  await user.clear(screen.getByLabelText('Draft of Face 1'));
  await user.type(screen.getByLabelText('Draft of Face 1'), '-2');
  expect(seen.mock.lastCall?.[0].faces[0].draftDeg).toBe(-2);
  expect(screen.getByText('split')).toBeInTheDocument();
});

test('release zones: the last one stays, another may have its own program', async () => {
  const user = userEvent.setup();
  const seen = jest.fn<unknown, [ReleasePlan]>();
  render(
    <Held first={defaultRelease(1)} seen={seen}>
      {(release, set) => <ZoneTable release={release} onChange={set} />}
    </Held>,
  );
  expect(screen.getByRole('button', { name: 'Remove Whole plug' })).toBeDisabled();
  await user.click(screen.getByRole('button', { name: 'zone' }));
  await user.selectOptions(screen.getByLabelText('Program of Zone 2'), 'paste-wax');
  expect(seen.mock.lastCall?.[0].zones.map(({ programId }) => programId)).toEqual(['wax-film', 'paste-wax']);
  await user.click(screen.getByRole('button', { name: 'Remove Zone 2' }));
  expect(seen.mock.lastCall?.[0].zones).toHaveLength(1);
});

test('the gate: signed test by test with a name, or overruled with a reason, never without one', async () => {
  const user = userEvent.setup();
  const seen = jest.fn<unknown, [ReleasePlan]>();
  render(
    <Held first={defaultRelease(1)} seen={seen}>
      {(release, set) => <GatePart release={release} signed={release} person="Ada Marsh" onChange={set} />}
    </Held>,
  );
  expect(screen.getByTestId('gate')).toHaveTextContent(`closed, ${String(gateTests(defaultRelease(1)).length)} to sign`);
  expect(screen.getByRole('button', { name: 'Overrule' })).toBeDisabled();
  await user.type(screen.getByLabelText(/^Overrule it/), '  ');
  expect(screen.getByRole('button', { name: 'Overrule' })).toBeDisabled();
  await user.type(screen.getByLabelText(/^Overrule it/), 'tape test on the offcut');
  await user.click(screen.getByRole('button', { name: 'Overrule' }));
  expect(seen.mock.lastCall?.[0].override).toEqual({ by: 'Ada Marsh', reason: 'tape test on the offcut' });
  expect(screen.getByTestId('gate')).toHaveTextContent('overruled');
  await user.click(screen.getByRole('button', { name: 'Take it back' }));
  for (const box of screen.getAllByRole('checkbox')) await user.click(box);
  expect(screen.getByTestId('gate')).toHaveTextContent('passed');
  expect(seen.mock.lastCall?.[0].passed.every(({ by }) => by === 'Ada Marsh')).toBe(true);
});

test('readiness: a tick keeps who and when, and can be taken away', async () => {
  const user = userEvent.setup();
  const plan = { ...staged, intake: { ...DEFAULT_INTAKE, holes: 2 } };
  const seen = jest.fn();
  render(<ReadinessList plan={plan} signed={plan} library={cardLibrary()} intake={plan.intake} person="Ben Corrie" onChange={seen} />);
  await user.click(screen.getByRole('checkbox', { name: /Close 2 holes/ }));
  expect(seen).toHaveBeenCalledWith([{ id: 'holes', doneMin: expect.any(Number), by: 'Ben Corrie' }]);
  expect(screen.getByTestId('readiness')).toHaveTextContent('open');
});

test('what was signed at the bench stands ticked, with whom, and is not taken away at the desk', () => {
  const intake = { ...DEFAULT_INTAKE, holes: 2 };
  const plan = { ...staged, intake };
  const signed = { ...plan, intake: { ...intake, done: [{ id: 'holes', doneMin: -600, by: 'Dov Tansy' }] } };
  render(<ReadinessList plan={plan} signed={signed} library={cardLibrary()} intake={intake} person="Ben Corrie" onChange={jest.fn()} />);
  const box = screen.getByRole('checkbox', { name: /Close 2 holes/ });
  expect(box).toBeChecked();
  expect(box).toBeDisabled();
  expect(screen.getByText(/^Dov Tansy, .*, at the bench$/)).toBeInTheDocument();
  const release = defaultRelease(1);
  const passed = gateTests(release).map(({ id }) => ({ id, by: 'Dov Tansy' }));
  render(<GatePart release={release} signed={{ ...release, passed }} person="Ben Corrie" onChange={jest.fn()} />);
  expect(screen.getByTestId('gate')).toHaveTextContent('passed');
  expect(screen.queryByRole('button', { name: 'Overrule' })).toBeNull();
  expect(screen.getAllByText(/· Dov Tansy, at the bench/)).toHaveLength(passed.length);
});

test('layer details: a named reinforcement brings its weight and ratio, a role its kind of layer', async () => {
  const user = userEvent.setup();
  const seen = jest.fn<unknown, [SectionPlan]>();
  render(
    <Held first={staged} seen={seen}>
      {(plan, set) => <StackTable plan={plan} cards={cardLibrary()} readOnly={false} onEdit={set} onExplain={jest.fn()} />}
    </Held>,
  );
  for (const layer of ['Skin mat', 'Bulk mat 1', 'Gel coat 1']) await user.click(screen.getByRole('button', { name: `How ${layer} is put on` }));
  await user.selectOptions(screen.getByLabelText('Reinforcement of Skin mat'), 'veil_30');
  expect(seen.mock.lastCall?.[0].sessions[2].layers[0]).toMatchObject({ fabricId: 'veil_30', laminate: { glassGsm: 30, resinToGlass: 8 } });
  await user.selectOptions(screen.getByLabelText('Role of Bulk mat 1'), 'core');
  expect(seen.mock.lastCall?.[0].sessions[3].layers[0]).toMatchObject({ role: 'core', laminate: null, wetFilmUm: 5000 });
  await user.selectOptions(screen.getByLabelText('Gel coat 1 is put on by'), 'cup gun');
  expect(seen.mock.lastCall?.[0].sessions[0].layers[0].application).toEqual({ method: 'cup gun', passes: 1, color: '' });
  await user.selectOptions(screen.getByLabelText('Gel coat 1 is put on by'), '');
  expect(seen.mock.lastCall?.[0].sessions[0].layers[0].application).toBeUndefined();
  await user.click(screen.getByRole('button', { name: 'Filler or pigment into Skin mat' }));
  await user.selectOptions(screen.getByLabelText('Filler 1 of Skin mat'), 'pigment_paste');
  expect(seen.mock.lastCall?.[0].sessions[2].layers[0].additions).toEqual([{ cardId: 'pigment_paste', partsPer100: 2 }]);
  await user.click(screen.getByRole('button', { name: 'Take filler 1 out of Skin mat' }));
  expect(seen.mock.lastCall?.[0].sessions[2].layers[0].additions).toBeUndefined();
});

test('a cut file in millimeters: the roll, every outline closed, every label once', () => {
  const piece = (label: string, bottomMm: number, topMm: number) => ({ label, patch: 'side', lengthMm: 500, bottomMm, topMm });
  const dxf = kitDxf(packRoll([piece('S1-L1-P1-01', 300, 300), piece('S1-L1-P1-02', 400, 200), piece('S1-L1-P1-03', 400, 200)], 1250));
  const lines = dxf.split('\n').map((line) => line.trim());
  const after = (code: string, from = 0): string => lines[lines.indexOf(code, from) + 1];
  expect(lines.filter((line) => line === 'LWPOLYLINE')).toHaveLength(4);
  expect(after('$INSUNITS')).toBe('70');
  expect(lines[lines.indexOf('$INSUNITS') + 2]).toBe('4');
  for (const label of ['S1-L1-P1-01', 'S1-L1-P1-02', 'S1-L1-P1-03']) expect(lines.filter((line) => line === label)).toHaveLength(1);
});
