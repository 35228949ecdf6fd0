import { demoldGrade, type DemoldGrade } from '@pentimento/core/design';
import { designRanges, type MoldDesign, type PullFace } from '@pentimento/core/plan';
import { AddButton, EditTable } from '../../../shared/edit-table';
import { Part, TextCell } from '../../../shared/fields';
import { LevelMark } from '../../../shared/level-mark';
import { NumberCell } from '../../../shared/number-cell';
import { UnitCell } from '../../../shared/unit-cell';
import { useUnits } from '../../../shared/use-units';

const LEVEL: Record<DemoldGrade, 'ok' | 'care' | 'stop'> = { easy: 'ok', careful: 'ok', hard: 'care', split: 'stop' };
const SIZES = [
  ['depthMm', 'Depth'],
  ['undercutMm', 'Undercut'],
  ['radiusMm', 'Radius'],
] as const;

/** Faces along the pull, as measured: draft, depth, undercut, tightest inside radius. */
export function FacesPart({ design, onChange }: { design: MoldDesign; onChange: (design: MoldDesign) => void }) {
  const { fill } = useUnits();
  const { faces } = design;
  const cells = (face: PullFace): React.ReactNode[] => {
    const set = (part: Partial<PullFace>): void => {
      onChange({ ...design, faces: faces.map((one) => (one.id === face.id ? { ...one, ...part } : one)) });
    };
    const { grade, why } = demoldGrade(face);
    return [
      <TextCell
        key="name"
        label="Name of the face"
        showLabel={false}
        required
        value={face.name}
        maxLength={80}
        width="w-32"
        onChange={(name) => {
          set({ name });
        }}
      />,
      <NumberCell
        key="draft"
        label={`Draft of ${face.name}`}
        value={face.draftDeg}
        {...designRanges.draftDeg}
        digits={1}
        width="w-14"
        onChange={(draftDeg) => {
          set({ draftDeg });
        }}
      />,
      ...SIZES.map(([size, name]) => (
        <UnitCell
          key={size}
          label={`${name} of ${face.name}`}
          showLabel={false}
          quantity="thickness"
          value={face[size]}
          range={designRanges[size]}
          width="w-16"
          onChange={(mm) => {
            set({ [size]: mm });
          }}
        />
      )),
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
          cells={cells}
          onRemove={(gone) => {
            onChange({ ...design, faces: faces.filter(({ id }) => id !== gone.id) });
          }}
        />
      )}
      <div className="mt-2">
        <AddButton
          disabled={faces.length >= designRanges.faces.max}
          onAdd={() => {
            const name = `Face ${String(faces.length + 1)}`;
            const fresh: PullFace = { id: crypto.randomUUID(), name, draftDeg: 3, depthMm: 100, undercutMm: 0, radiusMm: 6 };
            onChange({ ...design, faces: [...faces, fresh] });
          }}
        >
          face
        </AddButton>
      </div>
    </Part>
  );
}
