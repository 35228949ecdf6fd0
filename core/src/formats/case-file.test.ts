import { simulateGrowth } from '../growth/simulate-growth.js';
import { readCase } from './case-file.js';
import { reportCase } from './case-report.js';

const minimal = {
  name: 'm',
  t_end_h: 4,
  air: { t_h: [0, 4], T_C: [20, 24] },
  top: { h: 9 },
  plug: { layers: [{ material: 'mdf', mm: 18 }], back: 'adiabatic', T0_C: 20 },
  sessions: [{ t_h: 1, T_lay_C: 20, plies: [{ name: 'a', resin: 'iso_lam', mm: 2, glass_w: 0.3, cat_pct: 1.5 }] }],
  probes: [{ layer: 'a', frac: 0.5 }],
  probe_times_h: [0.5, 2],
};

test('a minimal case runs and reports the keys of the reference results', () => {
  const parsed = readCase(minimal);
  const report = reportCase(parsed, simulateGrowth(parsed.growth));
  expect(report.layers.map(({ name }) => name)).toEqual(['plug:mdf', 'a']);
  expect(report.probes[0].values_TC_alpha).toEqual([null]);
  expect(report.probes[1].values_TC_alpha[0]?.[0]).toBeGreaterThan(20);
});

test('own cards and materials take the place of built-in ones', () => {
  const own = { ...minimal, materials: { mdf: { rho: 900, cp: 1500, k: 0.2 } } };
  expect(readCase(own).growth.plug.layers[0].material.rho).toBe(900);
});

test.each([
  ['no end', { ...minimal, t_end_h: undefined }, /t_end_h/],
  ['an unknown resin', { ...minimal, sessions: [{ ...minimal.sessions[0], plies: [{ name: 'a', resin: 'jam', mm: 2 }] }] }, /resin.*"jam"/],
  ['an unknown plug', { ...minimal, plug: { ...minimal.plug, layers: [{ material: 'cheese', mm: 2 }] } }, /cheese/],
  ['a table whose times fall', { ...minimal, air: { t_h: [4, 0], T_C: [20, 24] } }, /times that grow/],
  ['text for a number', { ...minimal, plug: { ...minimal.plug, T0_C: 'warm' } }, /plug.T0_C/],
  ['not an object', 7, /case/],
])('refuses %s by name', (_what, file, words) => {
  expect(() => simulateGrowth(readCase(file).growth)).toThrow(words);
});
