import { heatingFields, initialPart, type PartOf } from '@pentimento/core/plan';
import { cells } from './cells';

type Heating = PartOf<typeof heatingFields>;

/** Whether the shop is heated, and to what by day and at night. */
export function HeatingCells({
  of,
  heating,
  onChange,
}: {
  of: string;
  heating: Heating | undefined;
  onChange: (heating: Heating | undefined) => void;
}) {
  const cell = heating ? cells(heatingFields, heating, onChange) : null;
  return (
    <span className="flex flex-wrap items-end gap-x-2 gap-y-1">
      <input
        type="checkbox"
        className="checkbox checkbox-sm mb-1"
        aria-label={`${of}, heated`}
        checked={heating !== undefined}
        onChange={() => {
          onChange(heating ? undefined : initialPart(heatingFields));
        }}
      />
      {cell && (
        <>
          {cell('dayC', { width: 'w-12' })}
          {cell('nightC', { width: 'w-12' })}
          {cell('fromHour', { width: 'w-12' })}
          {cell('toHour', { width: 'w-12' })}
          {cell('riseKPerH', { width: 'w-16' })}
          {cell('fallKPerH', { width: 'w-16' })}
        </>
      )}
    </span>
  );
}
