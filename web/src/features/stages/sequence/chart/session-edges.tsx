import { SNAP_MIN, snapMinutes, type SectionPlan } from '@pentimento/core/plan';
import { clockText, type ClockScale } from '@pentimento/core/shop-time';
import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import type { LayerBox } from './height-scale';
import type { LaidSpan } from './stack-outline';

interface SessionEdgesProps {
  readonly plan: SectionPlan;
  readonly clock: ClockScale;
  readonly boxes: readonly LayerBox[];
  /** Of every layer, by which an edge leans */
  readonly spans: readonly LaidSpan[];
  readonly baseY: number;
  /** Marked with a lock */
  readonly locked: readonly string[];
  /** Locks a session, or lets it move again; null: locks are not asked for */
  readonly onLock: ((sessionId: string) => void) | null;
  readonly onDragStart: () => void;
  /** While the hand moves */
  readonly onPreview: (index: number, startMin: number) => void;
  /** On release */
  readonly onMove: (index: number, startMin: number) => void;
  /** By key: relative, since the picture may lag behind the plan while a key repeats */
  readonly onNudge: (index: number, byMin: number) => void;
  readonly onCancel: () => void;
}

/** Edges of the sessions as handles: drag along time, or arrow keys. */
export function SessionEdges({
  plan,
  clock,
  boxes,
  spans,
  baseY,
  locked,
  onLock,
  onDragStart,
  onPreview,
  onMove,
  onNudge,
  onCancel,
}: SessionEdgesProps) {
  const drag = useRef<{ index: number; grabX: number; startX: number; at: number } | null>(null);

  const begin = (event: PointerEvent<SVGGElement>, index: number): void => {
    event.currentTarget.setPointerCapture(event.pointerId);
    event.currentTarget.focus();
    const startMin = plan.sessions[index].startMin;
    drag.current = { index, grabX: event.clientX, startX: clock.toX(startMin * 60), at: startMin };
    onDragStart();
  };
  const move = (event: PointerEvent<SVGGElement>): void => {
    const held = drag.current;
    if (!held) return;
    const minutes = snapMinutes(clock.toTime(held.startX + event.clientX - held.grabX) / 60);
    if (minutes === held.at) return;
    held.at = minutes;
    performance.mark('pentimento:input');
    onPreview(held.index, minutes);
  };
  const end = (): void => {
    const held = drag.current;
    drag.current = null;
    if (held) onMove(held.index, held.at);
  };
  const onKey = (event: KeyboardEvent, index: number): void => {
    if (event.key === 'Escape' && drag.current) {
      drag.current = null;
      onCancel();
      return;
    }
    const direction = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
    if (direction === 0) return;
    event.preventDefault();
    onNudge(index, direction * (event.shiftKey ? 60 : SNAP_MIN));
  };

  return plan.sessions.map((session, index) => {
    const own = boxes.map((box, i) => ({ box, span: spans[i] })).filter(({ box: { layer } }) => layer.sessionIndex === index);
    const bottom = own.at(0)?.box.bottomY ?? baseY;
    const top = own.at(-1)?.box.topY ?? baseY;
    const x = clock.toX(session.startMin * 60);
    const from = (s: number): string => (clock.toX(s) - x).toFixed(1);
    const leans = own.map(({ box, span }) => `L${from(span.fromS)} ${box.bottomY.toFixed(1)}L${from(span.toS)} ${box.topY.toFixed(1)}`);
    const topX = own.length > 0 ? from(own[own.length - 1].span.toS) : '0';
    const isLocked = locked.includes(session.id);
    return (
      <g key={session.id}>
        <g
          role="slider"
          tabIndex={0}
          aria-label={`Start of ${session.name}`}
          aria-orientation="horizontal"
          aria-valuemin={0}
          aria-valuemax={plan.demoldMin}
          aria-valuenow={session.startMin}
          aria-valuetext={clockText(session.startMin * 60)}
          transform={`translate(${x.toFixed(1)},0)`}
          className="group cursor-ew-resize touch-none outline-none"
          onPointerDown={(event) => {
            begin(event, index);
          }}
          onPointerMove={move}
          onPointerUp={end}
          onPointerCancel={() => {
            drag.current = null;
            onCancel();
          }}
          onKeyDown={(event) => {
            onKey(event, index);
          }}
        >
          <rect x={-12} y={Math.min(top, bottom) - 4} width={24} height={Math.max(24, bottom - top + 8)} fill="transparent" />
          <path d={`M0 ${bottom.toFixed(1)}${leans.join('')}`} fill="none" stroke="currentColor" strokeWidth="3.5" />
          <path d={`M${topX} ${top.toFixed(1)}m-6 -1h12l-6 7z`} fill="currentColor" />
          <rect
            x={-9}
            y={Math.min(top, bottom) - 6}
            width={18}
            height={bottom - top + 12}
            fill="none"
            className="stroke-primary opacity-0 group-hover:opacity-60 group-focus-visible:opacity-100"
            strokeWidth="2"
          />
        </g>
        {(isLocked || onLock) && (
          <SessionLock
            name={session.name}
            x={x + Number(topX)}
            y={Math.max(top - 8, -1)}
            locked={isLocked}
            onLock={
              onLock &&
              (() => {
                onLock(session.id);
              })
            }
          />
        )}
      </g>
    );
  });
}

/** A lock over a session's edge: closed, it stays where it is; open, it may move. */
function SessionLock({ name, x, y, locked, onLock }: { name: string; x: number; y: number; locked: boolean; onLock: (() => void) | null }) {
  return (
    <g
      role={onLock ? 'button' : 'img'}
      tabIndex={onLock ? 0 : undefined}
      aria-label={`${name} on the drawing: ${locked ? 'locked' : 'may move'}`}
      aria-pressed={onLock ? locked : undefined}
      transform={`translate(${x.toFixed(1)},${y.toFixed(1)})`}
      className={`group outline-none ${onLock ? 'cursor-pointer' : ''}`}
      onClick={onLock ?? undefined}
      onKeyDown={(event) => {
        if (!onLock || (event.key !== 'Enter' && event.key !== ' ')) return;
        event.preventDefault();
        onLock();
      }}
    >
      <title>{locked ? 'locked' : 'may move'}</title>
      <rect x={-10} y={-16} width={20} height={20} fill="transparent" className="group-focus-visible:stroke-primary" strokeWidth="2" />
      <path
        d={`M-5 0h10v-7h-10zm2 -7v-3a3 3 0 0 1 6 0${locked ? 'v3' : ''}`}
        fill="var(--color-base-100)"
        stroke="currentColor"
        strokeWidth="1.5"
        className={locked ? '' : 'opacity-45 group-hover:opacity-100 group-focus-visible:opacity-100'}
      />
    </g>
  );
}
