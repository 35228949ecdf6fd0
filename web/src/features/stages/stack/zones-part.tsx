import {
  mostOf,
  newZone,
  sectionFields2,
  withZoneLayer,
  zoneAreaM2,
  zoneFields,
  zoneKinds,
  zoneLayer,
  zoneLayerFields,
  type PlanSection,
  type PlanZone,
} from '@pentimento/core/plan';
import { ChevronDown, ChevronRight, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { cells } from '../../../shared/cells';
import { ChoiceCell, FlagCell, Part } from '../../../shared/fields';
import { useUnits } from '../../../shared/use-units';

interface ZonesPartProps {
  readonly section: PlanSection;
  readonly onChange: (section: PlanSection) => void;
}

const KINDS: readonly (readonly [string, string])[] = [['', 'add a zone …'], ...zoneKinds.map((kind) => [kind, kind] as const)];

/** Places with the same sessions but not the same stack: each is simulated by itself. */
export function ZonesPart({ section, onChange }: ZonesPartProps) {
  const change = (next: PlanZone): void => {
    onChange({ ...section, zones: section.zones.map((zone) => (zone.id === next.id ? next : zone)) });
  };
  return (
    <Part title="Zones">
      <p className="muted mb-2 max-w-2xl text-sm">
        Flange, corners, pockets, walls: the same sessions, another stack. Each is simulated by itself, and a limit says in which zone it fails.
      </p>
      {section.zones.length > 0 && (
        <ul aria-label="Zones" className="hairline border-t text-sm">
          {section.zones.map((zone) => (
            <ZoneRow
              key={zone.id}
              zone={zone}
              section={section}
              onChange={change}
              onRemove={() => {
                onChange({ ...section, zones: section.zones.filter(({ id }) => id !== zone.id) });
              }}
            />
          ))}
        </ul>
      )}
      {section.zones.length < mostOf(sectionFields2.zones) && (
        <div className="mt-2 text-sm">
          <ChoiceCell
            label="Add a zone"
            showLabel={false}
            value=""
            options={KINDS}
            onChange={(chosen) => {
              const kind = zoneKinds.find((one) => one === chosen);
              if (kind) onChange({ ...section, zones: [...section.zones, newZone(kind, section.zones)] });
            }}
          />
        </div>
      )}
    </Part>
  );
}

interface ZoneRowProps {
  readonly zone: PlanZone;
  readonly section: PlanSection;
  readonly onChange: (zone: PlanZone) => void;
  readonly onRemove: () => void;
}

function ZoneRow({ zone, section, onChange, onRemove }: ZoneRowProps) {
  const units = useUnits();
  const [open, setOpen] = useState(false);
  const area = zoneAreaM2(section, zone);
  const cell = cells(zoneFields, zone, onChange);
  const changed = zone.layers.length;
  return (
    <li className="hairline border-b py-1">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <button
          type="button"
          className="btn btn-ghost btn-xs"
          aria-expanded={open}
          aria-label={`${open ? 'Fold' : 'Unfold'} ${zone.name}`}
          onClick={() => {
            setOpen(!open);
          }}
        >
          {open ? <ChevronDown size={13} aria-hidden /> : <ChevronRight size={13} aria-hidden />}
        </button>
        {cell('name', { label: 'Name of the zone', showLabel: false, width: 'w-44', required: true })}
        <span className="muted">{zone.kind}</span>
        <span className={`num ${area.assumed ? 'muted' : ''}`}>
          {units.text('area', area.areaM2)} {area.assumed && 'assumed'}
        </span>
        <span className="muted flex-1">
          {changed === 0 ? 'stack as in the field' : `${String(changed)} ${changed === 1 ? 'layer' : 'layers'} otherwise`}
        </span>
        <button type="button" className="btn btn-ghost btn-xs" aria-label={`Remove ${zone.name}`} onClick={onRemove}>
          <Trash2 size={13} aria-hidden />
        </button>
      </div>
      {open && <ZoneDetails zone={zone} section={section} areaM2={area.areaM2} onChange={onChange} />}
    </li>
  );
}

/** Area, face and cure of a zone, and what each layer has otherwise there. */
function ZoneDetails({ zone, section, areaM2, onChange }: Omit<ZoneRowProps, 'onRemove'> & { readonly areaM2: number }) {
  const layers = section.sessions.flatMap((session) => session.layers);
  return (
    <div className="mt-1 mb-2 ml-8">
      <div className="mb-2 flex flex-wrap items-end gap-3">
        <FlagCell
          label="area said"
          value={zone.areaM2 !== undefined}
          onChange={(said) => {
            const { areaM2: _own, ...rest } = zone;
            onChange(said ? { ...rest, areaM2: Math.max(0.001, Math.round(areaM2 * 1000) / 1000) } : rest);
          }}
        />
        {cells(zoneFields, zone, onChange)('areaM2', { width: 'w-20' })}
        <FlagCell
          label="its own pace of cure"
          value={zone.slow !== undefined}
          onChange={(said) => {
            const { slow: _own, ...rest } = zone;
            onChange(said ? { ...rest, slow: 1.5 } : rest);
          }}
        />
        {cells(zoneFields, zone, onChange)('slow', { label: 'Cure takes, of the field’s time', width: 'w-16' })}
        {section.face.length > 1 && (
          <ChoiceCell
            label="Laid against"
            value={zone.faceId ?? ''}
            options={[['', section.face[0].name], ...section.face.slice(1).map(({ id, name }) => [id, name] as const)]}
            onChange={(faceId) => {
              const { faceId: _own, ...rest } = zone;
              onChange(faceId === '' ? rest : { ...rest, faceId });
            }}
          />
        )}
      </div>
      <table className="w-full max-w-2xl">
        <caption className="sr-only">Layers of {zone.name}</caption>
        <thead>
          <tr className="muted text-left text-xs">
            <th className="font-normal">Layer</th>
            <th className="font-normal">in the field</th>
            <th className="font-normal">here</th>
            <th className="font-normal">left out</th>
          </tr>
        </thead>
        <tbody>
          {layers.map((layer) => {
            const own = zoneLayer(zone, layer.id);
            const cell = cells(zoneLayerFields, { filmFactor: 1, ...own }, (next) => {
              const { filmFactor, ...rest } = next;
              onChange(withZoneLayer(zone, layer.laminate || filmFactor === 1 ? rest : next));
            });
            return (
              <tr key={layer.id} className="hairline border-t">
                <td>{layer.name}</td>
                <td className="num">{layer.laminate ? `${String(layer.laminate.plies)} plies` : 'film'}</td>
                <td>
                  {layer.laminate
                    ? cell('plies', { label: `Plies more of ${layer.name}`, showLabel: false, width: 'w-14' })
                    : cell('filmFactor', { label: `Film of ${layer.name}`, showLabel: false, width: 'w-14' })}
                </td>
                <td>{cell('out', { label: `${layer.name} left out` })}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}
