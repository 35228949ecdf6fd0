/** What stands under the growth chart. */
export type Tab = 'stack' | 'plan-it' | 'what-if' | 'spread' | 'release';

export const TAB_NAMES: Record<Tab, string> = {
  stack: 'Stack',
  'plan-it': 'Plan it',
  'what-if': 'What if',
  spread: 'How sure',
  release: 'After release',
};
const TABS: readonly Tab[] = ['stack', 'plan-it', 'what-if', 'spread', 'release'];

/** Chooses what stands under the chart. */
export function Tabs({ tab, onTab }: { tab: Tab; onTab: (tab: Tab) => void }) {
  return (
    <div role="tablist" aria-label="Under the chart" className="hairline flex border-y">
      {TABS.map((one) => (
        <button
          key={one}
          type="button"
          role="tab"
          aria-selected={one === tab}
          className={`hairline border-r px-4 py-1.5 text-sm ${one === tab ? 'bg-base-200 font-semibold' : 'hover:bg-base-200'}`}
          onClick={() => {
            onTab(one);
          }}
        >
          {TAB_NAMES[one]}
        </button>
      ))}
    </div>
  );
}
