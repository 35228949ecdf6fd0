import { mostOf, releaseFields, releaseZoneFields, type ReleasePlan, type ReleaseZone } from '@pentimento/core/plan';
import { AddButton, EditTable } from '../../../shared/edit-table';
import { cells } from '../../../shared/cells';
import { newId } from '../../../shared/new-id';

/** Zones of the plug, each with what is there and what it gets. */
export function ZoneTable({ release, onChange }: { release: ReleasePlan; onChange: (release: ReleasePlan) => void }) {
  const { zones } = release;
  const rowCells = (zone: ReleaseZone): React.ReactNode[] => {
    const cell = cells(releaseZoneFields, zone, (next) => {
      onChange({ ...release, zones: zones.map((one) => (one.id === zone.id ? next : one)) });
    });
    return [
      cell('name', { label: 'Name of the zone', showLabel: false }),
      cell('areaM2', { label: `Area of ${zone.name}`, showLabel: false }),
      cell('already', { label: `On ${zone.name} already`, showLabel: false }),
      cell('programId', { label: `Program of ${zone.name}`, showLabel: false }),
    ];
  };
  return (
    <>
      <EditTable
        caption="Release zones"
        heads={['Zone', 'Area', 'On it already', 'Program']}
        rows={zones}
        cells={rowCells}
        least={1}
        onRemove={(gone) => {
          onChange({ ...release, zones: zones.filter(({ id }) => id !== gone.id) });
        }}
      />
      <div className="mt-2">
        <AddButton
          disabled={zones.length >= mostOf(releaseFields.zones)}
          onAdd={() => {
            const name = `Zone ${String(zones.length + 1)}`;
            const fresh: ReleaseZone = { id: newId(), name, areaM2: 0.1, programId: zones[0].programId, already: 'bare' };
            onChange({ ...release, zones: [...zones, fresh] });
          }}
        >
          zone
        </AddButton>
      </div>
    </>
  );
}
