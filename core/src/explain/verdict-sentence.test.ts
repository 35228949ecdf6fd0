import { evaluatePlan } from '../judging/evaluate-plan.js';
import { cards } from '../test-support/practice.js';
import { manyPlans } from '../test-support/many-plans.js';
import { fillAmounts } from '../units/amounts.js';
import { verdictSentence } from './verdict-sentence.js';

test('every kind of limit is a sentence with its numbers, in both systems, without symbols or loose ends', () => {
  const seen = new Map<string, string>();
  for (const [, plan] of manyPlans.filter(([name]) => /^school|cold|post-cured|demolded|catalyst|every session|thin films/.test(name)))
    for (const verdict of evaluatePlan(plan, cards).verdicts) {
      const text = fillAmounts(verdictSentence({ ...verdict, zone: { id: 'z', name: 'Flange' } }, plan), 'metric');
      expect(text).toMatch(/^[A-Z].*\.$/);
      expect(text).not.toMatch(/NaN|undefined|α|\{|object/);
      expect(fillAmounts(verdictSentence(verdict, plan), 'us')).not.toContain('°C');
      if (!seen.has(verdict.kind)) seen.set(verdict.kind, text);
    }
  expect([...seen.keys()].sort()).toEqual(
    expect.arrayContaining([
      'activation',
      'catalyst-range',
      'demold-cure',
      'demold-hours',
      'interface-peak',
      'layer-peak',
      'ply-joint',
      'post-cure-ramp',
      'shop-minimum',
      'window',
    ]),
  );
  expect(seen.get('interface-peak')).toMatch(/The plug’s face gets as hot as .* °C \(Flange\) on /);
});
