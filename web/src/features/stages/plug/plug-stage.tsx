import { plugChoicesOf } from '@pentimento/core/materials';
import { DEFAULT_INTAKE, type PlugIntake } from '@pentimento/core/plan';
import { useMemo } from 'react';
import { StageFrame } from '../../stage/stage-frame';
import type { StageProps } from '../../stage/stage-props';
import { FinishLabor } from './finish-labor';
import { IntakeForm } from './intake-form';
import { PatchTable } from './patch-table';
import { PlugSurfaces } from './plug-surfaces';
import { ReadinessList } from './readiness-list';
import { TwinButton } from './twin-button';

/** Is this plug fit to mold from? What came in, what is on it, how large it is, and what must be done first. */
export function PlugStage({ build, document, plan, signed, cards, library, readOnly, onEdit, objections, siblings, person }: StageProps) {
  const intake = plan.intake ?? DEFAULT_INTAKE;
  const plugs = useMemo(() => plugChoicesOf(cards), [cards]);
  const change = (next: PlugIntake): void => {
    onEdit({ ...plan, intake: next });
  };
  return (
    <StageFrame name="Plug" objections={objections} readOnly={readOnly}>
      <IntakeForm plan={plan} plugChoices={plugs} intake={intake} siblings={siblings} onEdit={onEdit} />
      <TwinButton build={build} document={document} />
      <div className="grid gap-x-8 xl:grid-cols-2">
        <div className="min-w-0">
          <PlugSurfaces plan={plan} onEdit={onEdit} />
          <FinishLabor areaM2={plan.areaM2} intake={intake} onChange={change} />
        </div>
        <ReadinessList
          plan={plan}
          signed={signed}
          library={library}
          intake={intake}
          person={person}
          onChange={(done) => {
            change({ ...intake, done });
          }}
        />
      </div>
      <PatchTable plan={plan} onEdit={onEdit} />
    </StageFrame>
  );
}
