import { gateTests, sectionOf } from '@pentimento/core/plan';
import { useState } from 'react';
import { BigChoice } from '../../../shared/gloves/big-choice';
import type { SheetProps } from './sheet-props';
import { WriteReading } from './write-reading';

/** A test of the release, zone by zone as the gate wants them. */
export function ReleaseTestSheet({ step, plan, judge, onWrite }: SheetProps) {
  const section = plan.sections.find(({ id }) => id === step?.sectionId) ?? plan.sections.at(0);
  const { release } = section ? sectionOf(plan, section.id) : { release: undefined };
  const tests = release ? gateTests(release) : [];
  const [testId, setTest] = useState(tests.at(0)?.id ?? null);
  const [passed, setPassed] = useState<'yes' | 'no' | null>(null);
  const test = tests.find(({ id }) => id === testId);
  if (!test) return <p>No release is planned for this section: plan it first, then its tests are known.</p>;
  const reading =
    passed === null ? null : ({ kind: 'release test', data: { test: `${test.zone}: ${test.what}`.slice(0, 80), passed: passed === 'yes' } } as const);
  return (
    <>
      <BigChoice
        label="Which test"
        options={tests.map(({ id, zone, what }) => [id, `${zone}: ${what}`] as const)}
        value={testId}
        onChange={setTest}
      />
      <BigChoice
        label="It"
        options={[
          ['yes', 'passed'],
          ['no', 'did not pass'],
        ]}
        value={passed}
        onChange={setPassed}
      />
      <WriteReading reading={reading} judge={judge} onWrite={onWrite} />
    </>
  );
}
