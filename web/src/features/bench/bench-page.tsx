import { Empty } from '../../shared/states';

/** Not built yet, and says so. */
export function BenchPage() {
  return (
    <Empty title="The Bench is not built yet">
      <p>Here the build under way will be led step by step: what to do, its caution, a clock to the window, and what to log.</p>
      <p className="mt-2">Until then: plan on the Board, and save what really happened as a new version with “as built” in its note.</p>
    </Empty>
  );
}
