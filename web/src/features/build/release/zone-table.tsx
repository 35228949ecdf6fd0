import { plugReleasePrograms, releaseRanges, zoneStates, type ReleasePlan, type ReleaseZone } from '@pentimento/core';
import { Plus, Trash2 } from 'lucide-react';
import { ChoiceCell, TextCell, wordOptions } from '../../../shared/fields';
import { UnitCell } from '../../../shared/unit-cell';

const PROGRAMS = plugReleasePrograms.map(({ id, name }) => [id, name] as const);

/** Zones of the plug, each with what is there and what it gets. */
export function ZoneTable({ release, onChange }: { release: ReleasePlan; onChange: (release: ReleasePlan) => void }) {
  const { zones } = release;
  const set = (id: string, part: Partial<ReleaseZone>): void => {
    onChange({ ...release, zones: zones.map((zone) => (zone.id === id ? { ...zone, ...part } : zone)) });
  };
  return (
    <>
      <div className="overflow-x-auto">
        <table className="w-full text-sm">
          <caption className="sr-only">Release zones</caption>
          <thead>
            <tr className="muted text-left text-xs">
              {['Zone', 'Area', 'On it already', 'Program'].map((head) => (
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
            {zones.map((zone) => (
              <tr key={zone.id} className="hairline border-t align-top">
                <td className="py-1 pr-3">
                  <TextCell
                    label="Name of the zone"
                    showLabel={false}
                    required
                    value={zone.name}
                    maxLength={80}
                    onChange={(name) => {
                      set(zone.id, { name });
                    }}
                  />
                </td>
                <td className="py-1 pr-3">
                  <UnitCell
                    label={`Area of ${zone.name}`}
                    showLabel={false}
                    quantity="area"
                    value={zone.areaM2}
                    range={releaseRanges.areaM2}
                    onChange={(areaM2) => {
                      set(zone.id, { areaM2 });
                    }}
                  />
                </td>
                <td className="py-1 pr-3">
                  <ChoiceCell
                    label={`On ${zone.name} already`}
                    showLabel={false}
                    value={zone.already}
                    options={wordOptions(zoneStates)}
                    onChange={(already) => {
                      set(zone.id, { already });
                    }}
                  />
                </td>
                <td className="py-1 pr-3">
                  <ChoiceCell
                    label={`Program of ${zone.name}`}
                    showLabel={false}
                    value={zone.programId}
                    options={PROGRAMS}
                    onChange={(programId) => {
                      set(zone.id, { programId });
                    }}
                  />
                </td>
                <td className="py-1">
                  <button
                    type="button"
                    className="btn btn-ghost btn-xs"
                    aria-label={`Remove ${zone.name}`}
                    disabled={zones.length === 1}
                    onClick={() => {
                      onChange({ ...release, zones: zones.filter(({ id }) => id !== zone.id) });
                    }}
                  >
                    <Trash2 size={13} aria-hidden />
                  </button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <button
        type="button"
        className="btn btn-xs mt-2"
        onClick={() => {
          const fresh: ReleaseZone = {
            id: crypto.randomUUID(),
            name: `Zone ${String(zones.length + 1)}`,
            areaM2: 0.1,
            programId: zones[0].programId,
            already: 'bare',
          };
          onChange({ ...release, zones: [...zones, fresh] });
        }}
      >
        <Plus size={12} aria-hidden /> zone
      </button>
    </>
  );
}
