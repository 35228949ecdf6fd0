import type { Explanation } from '@pentimento/core/explain';
import { DEFAULT_DESIGN, DEFAULT_INTAKE, type MoldDesign } from '@pentimento/core/plan';
import { withDesign } from '@pentimento/core/plug';
import { useState } from 'react';
import { ExplainDialog } from '../../../shared/explain-dialog';
import { StageFrame } from '../../stage/stage-frame';
import type { StageProps } from '../../stage/stage-props';
import { JointsPart } from './joints-part';
import { PlanView } from './plan-view';
import { FacesPart } from './faces-part';
import { FlangePart } from './flange-part';
import { OffsetPart } from './offset-part';
import { SectionsPart } from './sections-part';
import { ShellPart } from './shell-part';

/** How the mold is split, edged, stiffened and framed. */
export function SplitStage({ plan, document, library, readOnly, onEdit, onEditPlan, objections, simulation, mold }: StageProps) {
  const [explained, setExplained] = useState<Explanation | null>(null);
  const design = plan.design ?? DEFAULT_DESIGN;
  const change = (next: MoldDesign): void => {
    onEdit(withDesign(plan, next));
  };
  return (
    <StageFrame name="Split" objections={objections} readOnly={readOnly}>
      <ShellPart
        plan={plan}
        library={library}
        design={design}
        intake={plan.intake ?? DEFAULT_INTAKE}
        backing={simulation.picture?.backing ?? null}
        onChange={change}
        onExplain={setExplained}
      />
      <SectionsPart plan={document} onEdit={onEditPlan} />
      {document.sections.length > 1 && <PlanView plan={document} />}
      {design.partings.length > 0 && <JointsPart plan={document} times={mold.whole?.around.times ?? null} onEdit={onEditPlan} />}
      <FlangePart design={design} onChange={change} />
      <FacesPart design={design} onChange={change} />
      <OffsetPart design={design} onChange={change} />
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
