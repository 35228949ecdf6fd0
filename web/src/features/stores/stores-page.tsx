import { MayButton } from '../../shared/may-button';
import { cardRows, csvText, writeCardFile } from '@pentimento/core/formats';
import { cardText, materialKinds, resinFamilies, type MaterialKind } from '@pentimento/core/materials';
import { Download, Gauge, Plus, Upload } from 'lucide-react';
import { useEffect, useId, useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { useCardsQuery, type Card } from '../../api/api';
import { HatchDefs, hatchOf } from '../../shared/hatch';
import { saveFile } from '../../shared/save-file';
import { Failed, Loading } from '../../shared/states';
import { InstrumentsDialog } from '../instruments/instruments-dialog';
import { CardPage } from './card-page';
import { ImportDialog } from './import-cards';
import { NewCardDialog } from './new-card';

const KIND_WORDS: Record<MaterialKind, string> = {
  resin: 'Resins',
  filler: 'Fillers',
  reinforcement: 'Reinforcements and cores',
  'plug material': 'Plug materials',
  coating: 'Coatings, waxes, tapes',
  'release agent': 'Release agents',
  hardener: 'Hardeners',
};

/** Material cards: what a material does, and where each number comes from. */
export function StoresPage() {
  const { data, error, refetch } = useCardsQuery();
  const { hash } = useLocation();
  const navigate = useNavigate();
  const [search, setSearch] = useState('');
  const [sheet, setSheet] = useState<'new' | 'import' | 'instruments' | null>(null);
  const chosen = data?.find(({ id }) => `#${id}` === hash) ?? data?.at(0);
  useEffect(() => {
    if (hash) document.getElementById(`card-${hash.slice(1)}`)?.scrollIntoView({ block: 'nearest' });
  }, [hash]);
  if (error && !data) return <Failed error={error} retry={() => void refetch()} />;
  if (!data || !chosen) return <Loading what="the cards" />;
  const close = (): void => {
    setSheet(null);
  };
  return (
    <div className="flex min-h-full flex-col">
      <div className="rule flex flex-wrap items-center gap-2 border-b px-4 py-2">
        <h1 className="mr-2 text-xl font-semibold">Stores</h1>
        <input
          type="search"
          aria-label="Find a card"
          placeholder="Find a card"
          className="hairline bg-base-100 h-8 w-44 border px-2 text-sm"
          value={search}
          onChange={(event) => {
            setSearch(event.target.value);
          }}
        />
        <span className="grow" />
        <StoreActions cards={data} onSheet={setSheet} />
      </div>
      <div className="grid flex-1 lg:grid-cols-[19rem_minmax(0,1fr)]">
        <nav aria-label="Cards" className="hairline max-h-64 overflow-y-auto lg:max-h-none lg:border-r">
          {materialKinds.map((kind) => (
            <CardGroup
              key={kind}
              title={KIND_WORDS[kind]}
              cards={inOrder(data.filter((card) => card.kind === kind && card.name.toLowerCase().includes(search.toLowerCase())))}
              chosen={chosen}
              onChoose={(id) => void navigate(`#${id}`, { replace: true })}
            />
          ))}
        </nav>
        <CardPage key={chosen.id} card={chosen} />
      </div>
      {sheet === 'new' && (
        <NewCardDialog
          cards={data}
          onMade={({ id }) => {
            close();
            void navigate(`#${id}`);
          }}
          onClose={close}
        />
      )}
      {sheet === 'instruments' && <InstrumentsDialog onClose={close} />}
      {sheet === 'import' && <ImportDialog known={data} onClose={close} />}
    </div>
  );
}

/** New cards, and all of them in and out as files. */
function StoreActions({ cards, onSheet }: { cards: readonly Card[]; onSheet: (sheet: 'new' | 'import' | 'instruments') => void }) {
  return (
    <>
      <button
        type="button"
        className="btn btn-sm btn-ghost"
        onClick={() => {
          onSheet('instruments');
        }}
      >
        <Gauge size={14} aria-hidden /> Instruments
      </button>
      <MayButton
        right="cards"

        className="btn btn-sm"
        onClick={() => {
          onSheet('new');
        }}
      >
        <Plus size={14} aria-hidden /> Card
      </MayButton>
      <MayButton
        right="cards"

        className="btn btn-sm btn-ghost"
        onClick={() => {
          onSheet('import');
        }}
      >
        <Upload size={14} aria-hidden /> Import
      </MayButton>
      <button
        type="button"
        className="btn btn-sm btn-ghost"
        onClick={() => {
          saveFile('cards.json', JSON.stringify(writeCardFile(cards), null, 1), 'application/json');
        }}
      >
        <Download size={14} aria-hidden /> All, JSON
      </button>
      <button
        type="button"
        className="btn btn-sm btn-ghost"
        onClick={() => {
          saveFile('cards.csv', csvText(cardRows(cards)), 'text/csv');
        }}
      >
        <Download size={14} aria-hidden /> All, list
      </button>
    </>
  );
}

/** Resins in the order in which they are laid, the rest by name. */
function inOrder(cards: readonly Card[]): Card[] {
  const rank = (card: Card): number => resinFamilies.findIndex((family) => family === cardText(card, 'family'));
  return [...cards].sort((a, b) => rank(a) - rank(b) || a.name.localeCompare(b.name));
}

function CardGroup({ title, cards, chosen, onChoose }: { title: string; cards: readonly Card[]; chosen: Card; onChoose: (id: string) => void }) {
  const hatch = useId();
  if (cards.length === 0) return null;
  return (
    <section aria-label={title}>
      <h2 className="muted bg-base-200 hairline border-b px-4 py-1 text-sm font-semibold">{title}</h2>
      <ul>
        {cards.map((card) => (
          <li key={card.id} id={`card-${card.id}`}>
            <button
              type="button"
              aria-current={card.id === chosen.id}
              className={`hairline flex w-full items-center gap-3 border-b px-4 py-1.5 text-left ${card.id === chosen.id ? 'bg-base-200 border-l-primary border-l-4 pl-3' : 'hover:bg-base-200'}`}
              onClick={() => {
                onChoose(card.id);
              }}
            >
              {card.kind === 'resin' && (
                <svg width="30" height="22" aria-hidden className="shrink-0">
                  <HatchDefs prefix={`${hatch}${card.id}`} />
                  <rect
                    x="0.5"
                    y="0.5"
                    width="29"
                    height="21"
                    fill={`url(#${hatch}${card.id}-${hatchOf(resinFamilies.find((family) => family === cardText(card, 'family')))})`}
                    stroke="currentColor"
                  />
                </svg>
              )}
              <span className="min-w-0">
                <span className="block leading-tight font-semibold">{card.name}</span>
                <span className="muted text-xs">{card.version === 0 ? 'built in' : `shop’s own v${String(card.version)}`}</span>
              </span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
