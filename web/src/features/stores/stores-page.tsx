import { glassTransitionC } from '@pentimento/core';
import { useEffect, useId, useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { useCardsQuery, type Card } from '../../api/api';
import { HatchDefs, hatchOf } from '../../shared/hatch';
import { Failed, Loading } from '../../shared/states';
import { useUnits } from '../../shared/use-units';
import { CardForm } from './card-form';
import { PotPanel } from './pot-panel';

/** Material cards: what a resin does, and where each number comes from. */
export function StoresPage() {
  const { data, error, refetch } = useCardsQuery();
  const { hash } = useLocation();
  const navigate = useNavigate();
  const hatch = useId();
  const chosen = data?.find(({ id }) => `#${id}` === hash) ?? data?.at(0);
  useEffect(() => {
    if (hash) document.getElementById(`card-${hash.slice(1)}`)?.scrollIntoView({ block: 'nearest' });
  }, [hash]);
  if (error && !data) return <Failed error={error} retry={() => void refetch()} />;
  if (!data || !chosen) return <Loading what="the cards" />;
  return (
    <div>
      <div className="rule flex items-center gap-4 border-b px-4 py-2">
        <h1 className="text-xl font-semibold">Stores</h1>
        <p className="muted">Resin cards. Lots, reinforcements and cup tests are not built yet.</p>
      </div>
      <div className="grid lg:grid-cols-[22rem_minmax(0,1fr)]">
        <ul className="hairline lg:border-r">
          {data.map((card) => (
            <li key={card.id} id={`card-${card.id}`}>
              <button
                type="button"
                aria-current={card.id === chosen.id}
                className={`hairline grid w-full grid-cols-[2.5rem_1fr] items-center gap-3 border-b px-4 py-2 text-left ${card.id === chosen.id ? 'bg-base-200' : 'hover:bg-base-200'}`}
                onClick={() => void navigate(`#${card.id}`, { replace: true })}
              >
                <svg width="40" height="28" aria-hidden>
                  <HatchDefs prefix={`${hatch}${card.id}`} />
                  <rect x="0.5" y="0.5" width="39" height="27" fill={`url(#${hatch}${card.id}-${hatchOf(card.family)})`} stroke="currentColor" />
                </svg>
                <span>
                  <span className="block leading-tight font-semibold">{card.name}</span>
                  <span className="muted text-sm">
                    {card.family} · {card.version === 0 ? 'built in, assumed' : `shop’s own v${String(card.version)}`}
                  </span>
                </span>
              </button>
            </li>
          ))}
        </ul>
        <CardSheet key={`${chosen.id}-${String(chosen.version)}`} card={chosen} />
      </div>
    </div>
  );
}

function CardSheet({ card }: { card: Card }) {
  const units = useUnits();
  const [editing, setEditing] = useState(false);
  const { limits, kinetics } = card;
  const temperature = (value: number | null): string => (value === null ? 'none' : units.text('temperature', value));
  const shop: [string, string][] = [
    [
      'Catalyst',
      limits.catalyst
        ? `${String(limits.catalyst.minPct)}–${String(limits.catalyst.maxPct)} %, usually ${String(limits.catalyst.typicalPct)} %`
        : 'fixed ratio: never more hardener for speed',
    ],
    ['Coldest shop', temperature(limits.shopMinC)],
    ['Hottest laminate wanted', temperature(limits.maxLaminateC)],
    ['Must reach, coolest place', temperature(limits.activationC)],
    ['Next coat from degree of cure', limits.overlayOpensCure.toFixed(2)],
    ['Next session below', temperature(limits.restartBelowC)],
    ['Bond closes after', `${String(limits.bondClosesH)} h`],
    ['Wet on wet before gel', limits.wetOnWet ? 'yes' : 'no'],
    ['Cure for demolding', limits.demoldCure.toFixed(2)],
  ];
  const cure: [string, string][] = [
    ['Density without filler', `${String(kinetics.rho_r)} kg/m³`],
    ['Heat of cure (effective)', `${(kinetics.H / 1000).toFixed(0)} kJ/kg resin`],
    ['Filler', kinetics.filler_w ? `${(kinetics.filler_w * 100).toFixed(0)} % of paste` : 'none'],
    ['Induction at 25 °C', kinetics.t_ind_min === undefined ? 'none' : `${String(kinetics.t_ind_min)} min at ${String(kinetics.c_ref ?? 0)} %`],
    ['k1 · k2 at 25 °C', `${kinetics.k1.toExponential(2)} · ${kinetics.k2.toExponential(2)} 1/s`],
    ['Activation energy', `${(kinetics.E2 / 1000).toFixed(1)} kJ/mol`],
    ['Degree of cure at gel', kinetics.a_gel.toFixed(2)],
    ['Tg fully cured', units.text('temperature', glassTransitionC(1, kinetics))],
  ];
  return (
    <section className="p-5" aria-label={card.name}>
      <div className="flex items-start justify-between gap-4">
        <div>
          <h2 className="text-xl font-semibold">{card.name}</h2>
          <p className="muted">
            Origin: <em>{card.origin}</em>
            {card.origin === 'assumed' && ' — typical, fitted to no measurement. Your data sheet and your cup test decide.'}
          </p>
        </div>
        <button
          type="button"
          className="btn btn-sm"
          onClick={() => {
            setEditing(true);
          }}
        >
          Enter data-sheet limits
        </button>
      </div>
      <div className="mt-4 grid gap-8 xl:grid-cols-2">
        <Sheet title="In the shop" rows={shop} />
        <Sheet title="In the simulation" rows={cure} />
      </div>
      <PotPanel card={card} />
      <p className="muted mt-5 max-w-2xl text-sm">
        Peroxide hardeners burn eyes and start fires: never near a metal accelerator, on rags, or in a closed pot. Styrene and amines need air and
        gloves. The safety data sheet and local rules decide.
      </p>
      {editing && (
        <CardForm
          card={card}
          onClose={() => {
            setEditing(false);
          }}
        />
      )}
    </section>
  );
}

function Sheet({ title, rows }: { title: string; rows: readonly (readonly [string, string])[] }) {
  return (
    <div>
      <h3 className="rule border-b font-semibold">{title}</h3>
      <dl className="grid grid-cols-[1fr_auto] text-sm">
        {rows.map(([name, value]) => (
          <div key={name} className="contents">
            <dt className="hairline border-b py-1">{name}</dt>
            <dd className="num hairline max-w-64 border-b py-1 pl-4 text-right">{value}</dd>
          </div>
        ))}
      </dl>
    </div>
  );
}
