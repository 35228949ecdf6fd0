import { mirroredText, mirroredTwin, type PlanDocument } from '@pentimento/core/plan';
import { FlipHorizontal2 } from 'lucide-react';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useCreateBuildMutation, type Build } from '../../../api/api';
import { problemOf } from '../../../api/problem';
import { MayButton } from '../../../shared/may-button';
import { newId } from '../../../shared/new-id';

/** Days after the first one that its twin begins: the same bench, the week after next. */
const TWIN_DAYS = 14;

/** Makes the other hand's build in one go: the same stack, every name on its other side, nothing ticked or signed yet. */
export function TwinButton({ build, document }: { build: Build; document: PlanDocument }) {
  const [id] = useState(() => newId());
  const [create, { error, isLoading }] = useCreateBuildMutation();
  const navigate = useNavigate();
  const hand = document.mold.intake?.hand ?? 'none';
  if (hand === 'none') return null;
  const mirrored = mirroredText(build.name);
  const name = mirrored === build.name ? `${build.name}, ${hand === 'left' ? 'right' : 'left'}` : mirrored;
  const make = async (): Promise<void> => {
    const plan = mirroredTwin(document, build.name, TWIN_DAYS);
    const result = await create({ id, name, part: build.part, note: `Mirror of ${build.name}`, plan });
    if (result.data) void navigate(`/builds/${result.data.id}/plug`);
  };
  return (
    <p className="mt-2 text-sm">
      <MayButton right="plan" className="btn btn-sm" disabled={isLoading} onClick={() => void make()}>
        <FlipHorizontal2 size={14} aria-hidden /> Make its mirrored twin
      </MayButton>{' '}
      <span className="muted">A build of its own, “{name}”: patches, zones and labels on the other side, two weeks later.</span>
      {error && (
        <span role="alert" className="text-error block">
          {problemOf(error).detail}
        </span>
      )}
    </p>
  );
}
