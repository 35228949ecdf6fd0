import type { SectionDistortion, SectionLine } from '@pentimento/core/distortion';
import type { SectionDistortionAlong } from '@pentimento/core/judging';
import { DEFAULT_SHAPE, judgedPanelMm, mostOf, rangeOf, shapeFields, type SectionPlan, type PlanShape } from '@pentimento/core/plan';
import { Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import type { Card } from '../../../../api/api';
import { cells } from '../../../../shared/cells';
import { LevelMark } from '../../../../shared/level-mark';
import { NumberCell } from '../../../../shared/number-cell';
import { useUnits } from '../../../../shared/use-units';
import { SectionDrawing } from './section-drawing';
import { WarpDialog } from './warp-dialog';

/** Drawn so that the larger of bow and corner is plain to see. */
function exaggerationFor({ curvature, corners, panelM }: SectionLine): number {
  const bend = Math.abs(curvature * panelM);
  const turn = Math.max(0, ...corners.map(({ closesDeg }) => Math.abs(closesDeg))) * (Math.PI / 180);
  const most = Math.max(bend, turn, 1e-6);
  return Math.max(1, ...[2, 5, 10, 20, 50].filter((factor) => factor * most < 0.7));
}

function printWords(index: number): string {
  if (index < 0.5) return 'little';
  if (index < 1.5) return 'as usual';
  return index < 4 ? 'shows' : 'shows strongly';
}

interface ReleasePanelProps {
  readonly plan: SectionPlan;
  readonly cards: readonly Card[];
  /** Of the zone that is shown */
  readonly distortion: SectionDistortion | null;
  /** Of the whole section, with corners and flange as their own zones bend; null: still being worked out */
  readonly along: SectionDistortionAlong | null;
  /** Quantiles of the bow over a meter in the spread [m]; null: not run for this plan yet */
  readonly band: readonly number[] | null;
  readonly readOnly: boolean;
  readonly onEdit: (plan: SectionPlan) => void;
}

/** What the mold does when it is let go: bow, corners, print-through. */
export function ReleasePanel({ plan, cards, distortion, along, band, readOnly, onEdit }: ReleasePanelProps) {
  const [measuring, setMeasuring] = useState(false);
  const shape = plan.shape ?? DEFAULT_SHAPE;
  if (!distortion) return <p className="muted px-3 py-3">Nothing has gelled yet: lay something first.</p>;
  const carrier = cards.find(({ id }) => id === distortion.carrierCardId);
  const panelM = judgedPanelMm(plan) / 1000;
  const line = {
    panelM,
    curvature: distortion.curvature,
    endCurvature: distortion.curvature,
    corners: distortion.corners,
    ...(along && { curvature: along.curvature, endCurvature: along.endCurvature, corners: along.corners }),
  };
  const exaggeration = exaggerationFor(line);
  const calibrated = distortion.warpFactor !== null;
  return (
    <div className="grid gap-6 px-3 py-2 xl:grid-cols-[27rem_minmax(0,1fr)]">
      <figure>
        <p className="text-sm">
          <LevelMark level={calibrated ? 'ok' : 'care'} word={false} size={14} />{' '}
          <strong data-testid="warp-label">
            {distortion.warpFactor === null
              ? 'relative, uncalibrated'
              : `calibrated by a measured warp (${carrier?.name ?? 'card'}, × ${distortion.warpFactor.toFixed(2)})`}
          </strong>
        </p>
        <SectionDrawing line={line} exaggeration={exaggeration} />
        <figcaption className="muted text-xs">
          Dashed as intended, line as released, {exaggeration === 1 ? 'not exaggerated' : `${String(exaggeration)} times exaggerated`}. Back side up.
        </figcaption>
      </figure>
      <div className="text-sm">
        <Outcome distortion={distortion} along={along} band={band} calibrated={calibrated} />
        <p className="muted mt-2 max-w-lg text-xs">
          Held flat while it sets, with a stiffness that grows with cure and softens in heat. Uncalibrated: compare plans with it. Print 1 is a stiff
          0.6 mm gel coat and 1 mm skin under a bulk that shrinks 0.3 %.
        </p>
        <fieldset disabled={readOnly} className="mt-3 flex flex-wrap items-end gap-x-4 gap-y-2">
          <ShapeFields
            shape={shape}
            onShape={(next) => {
              onEdit({ ...plan, shape: next });
            }}
          />
          <button
            type="button"
            className="btn btn-sm"
            onClick={() => {
              setMeasuring(true);
            }}
          >
            Enter a measured warp
          </button>
        </fieldset>
      </div>
      {measuring && carrier && (
        <WarpDialog
          card={carrier}
          distortion={distortion}
          onClose={() => {
            setMeasuring(false);
          }}
          onKept={({ id, version }) => {
            // The plan goes over to the calibrated card; undo takes it back.
            onEdit({ ...plan, cardVersions: { ...plan.cardVersions, [id]: version } });
            setMeasuring(false);
          }}
        />
      )}
    </div>
  );
}

const CORNER = rangeOf(shapeFields.cornersDeg.of);

function ShapeFields({ shape, onShape }: { shape: PlanShape; onShape: (shape: PlanShape) => void }) {
  return (
    <>
      {cells(shapeFields, shape, onShape)('panelMm')}
      {shape.cornersDeg.map((angle, i) => (
        <span key={i} className="flex items-end">
          <NumberCell
            showLabel
            label={`Corner ${String(i + 1)}`}
            value={angle}
            unit="°"
            digits={0}
            width="w-12"
            min={CORNER.min}
            max={CORNER.max}
            onChange={(next) => {
              onShape({ ...shape, cornersDeg: shape.cornersDeg.map((one, k) => (k === i ? next : one)) });
            }}
          />
          <button
            type="button"
            className="btn btn-ghost btn-xs"
            aria-label={`Remove corner ${String(i + 1)}`}
            onClick={() => {
              onShape({ ...shape, cornersDeg: shape.cornersDeg.filter((_one, k) => k !== i) });
            }}
          >
            <Trash2 size={13} aria-hidden />
          </button>
        </span>
      ))}
      {shape.cornersDeg.length < mostOf(shapeFields.cornersDeg) && (
        <button
          type="button"
          className="btn btn-ghost btn-sm"
          onClick={() => {
            onShape({ ...shape, cornersDeg: [...shape.cornersDeg, 90] });
          }}
        >
          <Plus size={14} aria-hidden /> corner
        </button>
      )}
    </>
  );
}

/** From the smallest to the largest of nine in ten; a band across zero goes both ways. */
function bandText(band: readonly number[], mm: (meters: number) => string): string {
  const [low, high] = [band[0], band[band.length - 1]];
  if (low < 0 && high > 0) return `${mm(low)} to the back … ${mm(high)} to the plug`;
  const [least, most] = [Math.min(Math.abs(low), Math.abs(high)), Math.max(Math.abs(low), Math.abs(high))];
  return `${mm(least)} to ${mm(most)}`;
}

interface OutcomeProps extends Pick<ReleasePanelProps, 'band' | 'along'> {
  readonly distortion: SectionDistortion;
  readonly calibrated: boolean;
}

/** Bow, corners and print in figures. */
function Outcome({ distortion, along, band, calibrated }: OutcomeProps) {
  const units = useUnits();
  // An uncalibrated millimeter has no decimals.
  const mm = (meters: number): string => {
    const size = Math.abs(meters) * 1000;
    return calibrated || units.system === 'us' ? units.text('thickness', size) : `${size.toFixed(0)} mm`;
  };
  const toward = distortion.curvature < 0 ? 'ends lift toward the back' : 'ends press toward the plug';
  return (
    <dl className="grid max-w-lg grid-cols-[1fr_auto] gap-x-4">
      <dt>Bow over {units.system === 'metric' ? '1 m' : '39.4 in'}</dt>
      <dd className="num predicted text-right">
        {mm(distortion.bowPerMeterM)} · {toward}
      </dd>
      <dt className="muted pl-4">in nine of ten runs of the spread</dt>
      <dd className="num muted text-right" data-testid="bow-band">
        {band ? bandText(band, mm) : 'run the spread: it says how sure this is'}
      </dd>
      <dt>Bow over the panel</dt>
      <dd className="num predicted text-right">{mm(distortion.panelBowM)}</dd>
      {(along ?? distortion).corners.map(({ angleDeg, closesDeg, zone }, i) => (
        <div key={i} className="contents">
          <dt>
            Corner of {angleDeg.toFixed(0)}°{zone ? ` · ${zone.toLowerCase()}` : ''}
          </dt>
          <dd className="num predicted text-right">
            {closesDeg >= 0 ? 'closes' : 'opens'} {Math.abs(closesDeg).toFixed(2)}° · uncalibrated
          </dd>
        </div>
      ))}
      {along && (
        <>
          <dt>Along the whole section, outer edges</dt>
          <dd className="num predicted text-right" data-testid="edges-nearer">
            {mm(along.edgesNearerM)} {along.edgesNearerM >= 0 ? 'nearer to each other' : 'farther apart'}
          </dd>
        </>
      )}
      {distortion.print && (
        <>
          <dt>Print-through index</dt>
          <dd className="num predicted text-right">
            {distortion.print.index.toFixed(2)} · {printWords(distortion.print.index)}
          </dd>
          <dt className="muted pl-4">softest while the bulk cures</dt>
          <dd className="num muted text-right">
            {distortion.print.softest.name}, {(100 * distortion.print.softest.left).toFixed(0)} % of its stiffness left
          </dd>
        </>
      )}
    </dl>
  );
}
