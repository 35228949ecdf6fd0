import { demoldGrade, designRanges, type DemoldGrade, type MoldDesign, type PullFace } from '@pentimento/core';
import { Plus, Trash2 } from 'lucide-react';
import { Part, TextCell } from '../../../shared/fields';
import { LevelMark } from '../../../shared/level-mark';
import { NumberCell } from '../../../shared/number-cell';
import { useUnits } from '../../../shared/use-units';
import { UnitCell } from '../../../shared/unit-cell';

const LEVEL: Record<DemoldGrade, 'ok' | 'care' | 'stop'> = { easy: 'ok', careful: 'ok', hard: 'care', split: 'stop' };

/** Faces along the pull, as measured: draft, depth, undercut, tightest inside radius. */
export function FacesPart({ design, onChange }: { design: MoldDesign; onChange: (design: MoldDesign) => void }) {
  const { fill } = useUnits();
  const { faces } = design;
  const set = (id: string, part: Partial<PullFace>): void => {
    onChange({ ...design, faces: faces.map((face) => (face.id === id ? { ...face, ...part } : face)) });
  };
  return (
    <Part title="Will it let go?">
      {faces.length === 0 && <p className="muted text-sm">Measure the faces that stand along the pull: the steepest and the deepest first.</p>}
      {faces.length > 0 && (
        <div className="overflow-x-auto">
          <table className="w-full text-sm">
            <caption className="sr-only">Faces along the pull</caption>
            <thead>
              <tr className="muted text-left text-xs">
                {['Face', 'Draft', 'Depth', 'Reaches behind', 'Inside radius', 'Demolding'].map((head) => (
                  <th key={head} className="pr-3 font-normal">
                    {head}
                  </th>
                ))}
                <th>
                  <span className="sr-only">Remove</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {faces.map((face) => {
                const { grade, why } = demoldGrade(face);
                return (
                  <tr key={face.id} className="hairline border-t align-top">
                    <td className="py-1 pr-3">
                      <TextCell
                        label="Name of the face"
                        showLabel={false}
                        required
                        value={face.name}
                        maxLength={80}
                        width="w-32"
                        onChange={(name) => {
                          set(face.id, { name });
                        }}
                      />
                    </td>
                    <td className="py-1 pr-3">
                      <NumberCell
                        label={`Draft of ${face.name}`}
                        value={face.draftDeg}
                        {...designRanges.draftDeg}
                        digits={1}
                        width="w-14"
                        onChange={(draftDeg) => {
                          set(face.id, { draftDeg });
                        }}
                      />
                    </td>
                    <td className="py-1 pr-3">
                      <UnitCell
                        label={`Depth of ${face.name}`}
                        showLabel={false}
                        quantity="thickness"
                        value={face.depthMm}
                        range={designRanges.depthMm}
                        onChange={(depthMm) => {
                          set(face.id, { depthMm });
                        }}
                      />
                    </td>
                    <td className="py-1 pr-3">
                      <UnitCell
                        label={`Undercut of ${face.name}`}
                        showLabel={false}
                        quantity="thickness"
                        value={face.undercutMm}
                        range={designRanges.undercutMm}
                        width="w-14"
                        onChange={(undercutMm) => {
                          set(face.id, { undercutMm });
                        }}
                      />
                    </td>
                    <td className="py-1 pr-3">
                      <UnitCell
                        label={`Radius of ${face.name}`}
                        showLabel={false}
                        quantity="thickness"
                        value={face.radiusMm}
                        range={designRanges.radiusMm}
                        width="w-14"
                        onChange={(radiusMm) => {
                          set(face.id, { radiusMm });
                        }}
                      />
                    </td>
                    <td className="max-w-56 py-1 pr-3 leading-snug">
                      <LevelMark level={LEVEL[grade]} size={13} word={false} /> <span className="font-semibold">{grade}</span>
                      <span className="muted block text-xs">{fill(why)}</span>
                    </td>
                    <td className="py-1">
                      <button
                        type="button"
                        className="btn btn-ghost btn-xs"
                        aria-label={`Remove ${face.name}`}
                        onClick={() => {
                          onChange({ ...design, faces: faces.filter(({ id }) => id !== face.id) });
                        }}
                      >
                        <Trash2 size={13} aria-hidden />
                      </button>
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        </div>
      )}
      <button
        type="button"
        className="btn btn-xs mt-2"
        onClick={() => {
          onChange({
            ...design,
            faces: [
              ...faces,
              { id: crypto.randomUUID(), name: `Face ${String(faces.length + 1)}`, draftDeg: 3, depthMm: 100, undercutMm: 0, radiusMm: 6 },
            ],
          });
        }}
      >
        <Plus size={12} aria-hidden /> face
      </button>
    </Part>
  );
}
