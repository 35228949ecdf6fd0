import type { Explanation } from '@pentimento/core/explain';
import { changeSection, stackOf, stackTemplates, withSchool } from '@pentimento/core/plan';
import { fitToThickness } from '@pentimento/core/stack';
import { useMemo, useState } from 'react';
import { ChoiceCell } from '../../../shared/fields';
import { ExplainDialog } from '../../../shared/explain-dialog';
import { StackDrawing } from '../../layers/stack-drawing';
import { StageFrame } from '../../stage/stage-frame';
import type { StageProps } from '../../stage/stage-props';
import { ComparePart } from './compare-part';
import { InfusionPart } from './infusion-part';
import { LayingPart } from './laying-part';
import { StackTable } from '../../layers/stack-table';
import { TallyPart } from './tally-part';
import { ZonesPart } from './zones-part';

const SCHOOLS: readonly (readonly [string, string])[] = [['', 'choose a school …'], ...stackTemplates.map(({ id, name }) => [id, name] as const)];

/** What is laid: schools as starting points, every layer in full, thickness against target, two schools compared. */
export function StackStage({ plan, document, section, cards, library, readOnly, onEdit, onEditPlan, objections, simulation }: StageProps) {
  const [explained, setExplained] = useState<Explanation | null>(null);
  const gelS = useMemo(() => new Map(simulation.picture?.gelAfterS ?? []), [simulation.picture]);
  return (
    <StageFrame
      name="Stack"
      objections={objections}
      readOnly={readOnly}
      beside={
        <div className="p-3">
          <StackDrawing stack={stackOf(plan, library)} />
        </div>
      }
    >
      <TallyPart plan={plan} library={library} onEdit={onEdit} />
      <div className="mb-2 flex flex-wrap items-end gap-3 text-sm">
        <ChoiceCell
          label="Start over from a school"
          value=""
          options={SCHOOLS}
          onChange={(id) => {
            if (id === '') return;
            const laid = withSchool(plan, id);
            onEdit(plan.design ? fitToThickness(laid, library, plan.design.targetMm) : laid);
          }}
        />
        <p className="muted pb-1">Plug, shop and release stay; undo brings the old stack back.</p>
      </div>
      <div className="-mx-2 mb-4">
        <StackTable plan={plan} cards={library} readOnly={readOnly} onEdit={onEdit} onExplain={setExplained} />
      </div>
      <ZonesPart
        section={section}
        onChange={(next) => {
          onEditPlan(changeSection(document, section.id, () => next));
        }}
      />
      <LayingPart plan={plan} library={library} onEdit={onEdit} />
      <InfusionPart plan={plan} library={library} gelS={gelS} onEdit={onEdit} />
      <ComparePart plan={plan} cards={cards} readOnly={readOnly} onTake={onEdit} />
      {explained && (
        <ExplainDialog
          explanation={explained}
          onClose={() => {
            setExplained(null);
          }}
        />
      )}
    </StageFrame>
  );
}
