import { moldZoneKinds, type MoldZone } from '@pentimento/core/mold';
import { Plus, X } from 'lucide-react';
import { drawnSections, SectionDrawing } from '../../shared/section-drawing';

interface ZonesEditorProps {
  readonly sections: readonly string[];
  readonly zones: readonly MoldZone[];
  readonly onZones: (zones: MoldZone[]) => void;
}

const MOST = 60;

/** Places of a mold that are looked at by themselves, with the drawing that they make. */
export function ZonesEditor({ sections, zones, onZones }: ZonesEditorProps) {
  const change = (id: string, more: Partial<MoldZone>): void => {
    onZones(zones.map((zone) => (zone.id === id ? { ...zone, ...more } : zone)));
  };
  const add = (): void => {
    const ids = new Set(zones.map(({ id }) => id));
    let n = zones.length + 1;
    while (ids.has(`z${String(n)}`)) n += 1;
    onZones([...zones, { id: `z${String(n)}`, name: '', section: sections.at(0) ?? '', kind: 'flange' }]);
  };
  return (
    <div className="mb-2">
      <SectionDrawing sections={drawnSections(zones)} />
      <ul aria-label="Zones" className="mt-2">
        {zones.map(({ id, name, section, kind }) => (
          <li key={id} className="hairline flex flex-wrap items-center gap-2 border-b py-1">
            <input
              aria-label="Name of the zone"
              className="hairline bg-base-100 h-10 min-w-0 flex-1 border px-2"
              maxLength={80}
              value={name}
              onChange={(event) => {
                change(id, { name: event.target.value });
              }}
            />
            <select
              aria-label="Kind of place"
              className="hairline bg-base-100 h-10 border px-1"
              value={kind}
              onChange={(event) => {
                const found = moldZoneKinds.find((one) => one === event.target.value);
                if (found) change(id, { kind: found });
              }}
            >
              {moldZoneKinds.map((one) => (
                <option key={one}>{one}</option>
              ))}
            </select>
            {sections.length > 1 && (
              <select
                aria-label="Of section"
                className="hairline bg-base-100 h-10 border px-1"
                value={section}
                onChange={(event) => {
                  change(id, { section: event.target.value });
                }}
              >
                {sections.map((one) => (
                  <option key={one}>{one}</option>
                ))}
              </select>
            )}
            <button
              type="button"
              aria-label={`Take ${name || 'the zone'} out`}
              className="btn btn-ghost btn-sm"
              disabled={zones.length === 1}
              onClick={() => {
                onZones(zones.filter((zone) => zone.id !== id));
              }}
            >
              <X size={16} aria-hidden />
            </button>
          </li>
        ))}
      </ul>
      <button type="button" className="btn btn-sm mt-2" disabled={zones.length >= MOST} onClick={add}>
        <Plus size={14} aria-hidden /> Another zone
      </button>
    </div>
  );
}
