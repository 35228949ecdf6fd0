import { flangeNeedMm, flangeStrips } from '@pentimento/core/design';
import { flangeFields, type MoldDesign } from '@pentimento/core/plan';
import { cells } from '../../../shared/cells';
import { Part } from '../../../shared/fields';
import { useUnits } from '../../../shared/use-units';
import { FlangeDrawing } from './flange-drawing';

/** Width of the flange from what it is for. */
export function FlangePart({ design, onChange }: { design: MoldDesign; onChange: (design: MoldDesign) => void }) {
  const units = useUnits();
  const { flange } = design;
  const set = (next: MoldDesign['flange']): void => {
    onChange({ ...design, flange: next });
  };
  const cell = cells(flangeFields, flange, set);
  const strips = flangeStrips(flange.kind, flange.trimMm, flange.boltMm);
  const need = flangeNeedMm(flange.kind, flange.trimMm, flange.boltMm);
  return (
    <Part title="Flange">
      <div className="flex flex-wrap items-start gap-x-5 gap-y-2 text-sm">
        {cell('kind')}
        {cell('widthMm')}
        {cell('trimMm')}
        {cell('filletMm')}
        {cell('boltMm')}
        {cell('boltSpacingMm')}
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
            set({ ...flange, widthMm: need });
          }}
        >
          Make it {units.text('thickness', need)}
        </button>
      )}
    </Part>
  );
}
