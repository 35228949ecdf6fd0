import { flangeNeedMm, flangeStrips } from '@pentimento/core/design';
import { designRanges, flangeKinds, type MoldDesign } from '@pentimento/core/plan';
import { ChoiceCell, Part, wordOptions } from '../../../shared/fields';
import { UnitCell } from '../../../shared/unit-cell';
import { useUnits } from '../../../shared/use-units';
import { FlangeDrawing } from './flange-drawing';

/** Width of the flange from what it is for. */
export function FlangePart({ design, onChange }: { design: MoldDesign; onChange: (design: MoldDesign) => void }) {
  const units = useUnits();
  const { flange } = design;
  const set = (part: Partial<MoldDesign['flange']>): void => {
    onChange({ ...design, flange: { ...flange, ...part } });
  };
  const strips = flangeStrips(flange.kind, flange.trimMm, flange.boltMm);
  const need = flangeNeedMm(flange.kind, flange.trimMm, flange.boltMm);
  return (
    <Part title="Flange">
      <div className="flex flex-wrap items-start gap-x-5 gap-y-2 text-sm">
        <ChoiceCell
          label="It is"
          value={flange.kind}
          options={wordOptions(flangeKinds)}
          onChange={(kind) => {
            set({ kind });
          }}
        />
        <UnitCell
          label="Wide"
          quantity="thickness"
          value={flange.widthMm}
          range={designRanges.widthMm}
          onChange={(widthMm) => {
            set({ widthMm });
          }}
        />
        <UnitCell
          label="Trim allowance"
          quantity="thickness"
          value={flange.trimMm}
          range={designRanges.trimMm}
          onChange={(trimMm) => {
            set({ trimMm });
          }}
        />
        <UnitCell
          label="Fillet radius"
          quantity="thickness"
          value={flange.filletMm}
          range={designRanges.filletMm}
          onChange={(filletMm) => {
            set({ filletMm });
          }}
        />
        <UnitCell
          label="Bolts"
          quantity="thickness"
          value={flange.boltMm}
          range={designRanges.boltMm}
          onChange={(boltMm) => {
            set({ boltMm });
          }}
        />
        <UnitCell
          label="Bolts every"
          quantity="thickness"
          value={flange.boltSpacingMm}
          range={designRanges.boltSpacingMm}
          onChange={(boltSpacingMm) => {
            set({ boltSpacingMm });
          }}
        />
      </div>
      <div className="mt-2">
        <FlangeDrawing strips={strips} widthMm={flange.widthMm} filletMm={flange.filletMm} />
      </div>
      <p className="muted text-xs">
        Needs {units.text('thickness', need)}: {strips.map(({ name, why }) => `${name} (${units.fill(why).replace(/\.$/, '')})`).join('; ')}.
        Filleting wax takes a clean line; clay lifts and tears.
      </p>
      {need !== flange.widthMm && (
        <button
          type="button"
          className="btn btn-xs mt-1"
          onClick={() => {
            set({ widthMm: need });
          }}
        >
          Make it {units.text('thickness', need)}
        </button>
      )}
    </Part>
  );
}
