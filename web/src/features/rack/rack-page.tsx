import { byLevel } from '@pentimento/core/units';
import { useState } from 'react';
import { useMoldsQuery } from '../../api/api';
import { Empty, Failed, Loading } from '../../shared/states';
import { LogPull } from './log-pull';
import { Refusals } from '../../app/refusals';
import { Spine } from './spine';
import { useMoldViews, type MoldView } from './use-service';

/** Molds in service, those that need something first. */
export function RackPage() {
  const { data, error, refetch } = useMoldsQuery(undefined, { refetchOnMountOrArgChange: true });
  const views = useMoldViews(data);
  const [logging, setLogging] = useState<MoldView | null>(null);
  if (error && !data) return <Failed error={error} retry={() => void refetch()} />;
  if (!views) return <Loading what="the rack" />;
  const sorted = [...views].sort((a, b) => byLevel(a.service.level, b.service.level) || a.mold.number.localeCompare(b.mold.number));
  const due = views.filter(({ service }) => service.level === 'stop').length;
  return (
    <div className="flex min-h-full flex-col">
      <div className="rule flex items-center gap-4 border-b px-4 py-2">
        <h1 className="text-xl font-semibold">Rack</h1>
        <p className="muted">
          {views.length} {views.length === 1 ? 'mold' : 'molds'}
          {due > 0 && `, ${String(due)} pulled out: treat before the next pull`}
        </p>
      </div>
      <Refusals />
      {views.length === 0 && <Empty title="The rack is empty">Finish a build into a mold, and it stands here.</Empty>}
      <ul className="flex flex-1 flex-wrap items-stretch content-start gap-3 px-4 pt-7 pb-6">
        {sorted.map((view) => (
          <Spine
            key={view.mold.id}
            view={view}
            onLog={() => {
              setLogging(view);
            }}
          />
        ))}
      </ul>
      {logging && (
        <LogPull
          mold={logging.mold}
          caution={logging.service.level === 'stop' ? logging.service.reason : null}
          onClose={() => {
            setLogging(null);
          }}
        />
      )}
    </div>
  );
}
