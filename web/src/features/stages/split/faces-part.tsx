import { demoldGrade, type DemoldGrade } from '@pentimento/core/design';
import { designFields, faceFields, mostOf, type MoldDesign, type PullFace } from '@pentimento/core/plan';
import { AddButton, EditTable } from '../../../shared/edit-table';
import { cells } from '../../../shared/cells';
import { Part } from '../../../shared/fields';
import { LevelMark } from '../../../shared/level-mark';
import { useUnits } from '../../../shared/use-units';
import { newId } from '../../../shared/new-id';

const LEVEL: Record<DemoldGrade, 'ok' | 'care' | 'stop'> = { easy: 'ok', careful: 'ok', hard: 'care', split: 'stop' };
/** Faces along the pull, as measured: draft, depth, undercut, tightest inside radius. */
export function FacesPart({ design, onChange }: { design: MoldDesign; onChange: (design: MoldDesign) => void }) {
  const { fill } = useUnits();
  const { faces } = design;
  const rowCells = (face: PullFace): React.ReactNode[] => {
    const cell = cells(faceFields, face, (next) => {
      onChange({ ...design, faces: faces.map((one) => (one.id === face.id ? next : one)) });
    });
    const of = (name: 'draftDeg' | 'depthMm' | 'undercutMm' | 'radiusMm', width: string): React.ReactNode =>
      cell(name, { label: `${faceFields[name].label} of ${face.name}`, showLabel: false, width });
    const { grade, why } = demoldGrade(face);
    return [
      cell('name', { label: 'Name of the face', showLabel: false, width: 'w-32' }),
      of('draftDeg', 'w-14'),
      of('depthMm', 'w-16'),
      of('undercutMm', 'w-16'),
      of('radiusMm', 'w-16'),
      <p key="grade" className="max-w-56 leading-snug">
        <LevelMark level={LEVEL[grade]} size={13} word={false} /> <span className="font-semibold">{grade}</span>
        <span className="muted block text-xs">{fill(why)}</span>
      </p>,
    ];
  };
  return (
    <Part title="Will it let go?">
      {faces.length === 0 ? (
        <p className="muted text-sm">Measure the faces that stand along the pull: the steepest and the deepest first.</p>
      ) : (
        <EditTable
          caption="Faces along the pull"
          heads={['Face', 'Draft', 'Depth', 'Reaches behind', 'Inside radius', 'Demolding']}
          rows={faces}
          cells={rowCells}
          onRemove={(gone) => {
            onChange({ ...design, faces: faces.filter(({ id }) => id !== gone.id) });
          }}
        />
      )}
      <div className="mt-2">
        <AddButton
          disabled={faces.length >= mostOf(designFields.faces)}
          onAdd={() => {
            const name = `Face ${String(faces.length + 1)}`;
            const fresh: PullFace = { id: newId(), name, draftDeg: 3, depthMm: 100, undercutMm: 0, radiusMm: 6 };
            onChange({ ...design, faces: [...faces, fresh] });
          }}
        >
          face
        </AddButton>
      </div>
    </Part>
  );
}
