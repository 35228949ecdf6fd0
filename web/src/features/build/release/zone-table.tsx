import { plugReleasePrograms } from '@pentimento/core/materials';
import { releaseRanges, zoneStates, type ReleasePlan, type ReleaseZone } from '@pentimento/core/plan';
import { AddButton, EditTable } from '../../../shared/edit-table';
import { ChoiceCell, TextCell, wordOptions } from '../../../shared/fields';
import { UnitCell } from '../../../shared/unit-cell';

const PROGRAMS = plugReleasePrograms.map(({ id, name }) => [id, name] as const);

/** Zones of the plug, each with what is there and what it gets. */
export function ZoneTable({ release, onChange }: { release: ReleasePlan; onChange: (release: ReleasePlan) => void }) {
  const { zones } = release;
  const cells = (zone: ReleaseZone): React.ReactNode[] => {
    const set = (part: Partial<ReleaseZone>): void => {
      onChange({ ...release, zones: zones.map((one) => (one.id === zone.id ? { ...one, ...part } : one)) });
    };
    return [
      <TextCell
        key="name"
        label="Name of the zone"
        showLabel={false}
        required
        value={zone.name}
        maxLength={80}
        onChange={(name) => {
          set({ name });
        }}
      />,
      <UnitCell
        key="area"
        label={`Area of ${zone.name}`}
        showLabel={false}
        quantity="area"
        value={zone.areaM2}
        range={releaseRanges.areaM2}
        onChange={(areaM2) => {
          set({ areaM2 });
        }}
      />,
      <ChoiceCell
        key="already"
        label={`On ${zone.name} already`}
        showLabel={false}
        value={zone.already}
        options={wordOptions(zoneStates)}
        onChange={(already) => {
          set({ already });
        }}
      />,
      <ChoiceCell
        key="program"
        label={`Program of ${zone.name}`}
        showLabel={false}
        value={zone.programId}
        options={PROGRAMS}
        onChange={(programId) => {
          set({ programId });
        }}
      />,
    ];
  };
  return (
    <>
      <EditTable
        caption="Release zones"
        heads={['Zone', 'Area', 'On it already', 'Program']}
        rows={zones}
        cells={cells}
        least={1}
        onRemove={(gone) => {
          onChange({ ...release, zones: zones.filter(({ id }) => id !== gone.id) });
        }}
      />
      <div className="mt-2">
        <AddButton
          disabled={zones.length >= releaseRanges.zones.max}
          onAdd={() => {
            const name = `Zone ${String(zones.length + 1)}`;
            const fresh: ReleaseZone = { id: crypto.randomUUID(), name, areaM2: 0.1, programId: zones[0].programId, already: 'bare' };
            onChange({ ...release, zones: [...zones, fresh] });
          }}
        >
          zone
        </AddButton>
      </div>
    </>
  );
}
