import { ringing, type Bell } from '@pentimento/core/bench';
import { useEffect, useRef, useState } from 'react';
import { useRemembered } from '../../shared/use-remembered';

/** Two tones, three times: heard over a fan. */
function sound(context: AudioContext): void {
  for (let i = 0; i < 6; i++) {
    const tone = context.createOscillator();
    const volume = context.createGain();
    tone.frequency.value = i % 2 === 0 ? 880 : 1175;
    volume.gain.value = 0.25;
    tone.connect(volume).connect(context.destination);
    tone.start(context.currentTime + i * 0.22);
    tone.stop(context.currentTime + i * 0.22 + 0.18);
  }
}

export interface BellState {
  readonly on: boolean;
  /** Rung and not put away yet, the newest first */
  readonly rung: readonly Bell[];
  readonly turn: (on: boolean) => void;
  readonly putAway: (id: string) => void;
}

/**
 * Rings once for each bell whose moment comes: sound and a buzz where they were allowed by a tap, words in any case.
 * @param nowMin by the plan's clock
 */
export function useBell(bells: readonly Bell[], nowMin: number): BellState {
  const [wanted, setWanted] = useRemembered('pentimento.bell', false);
  const [rung, setRung] = useState<readonly Bell[]>([]);
  const told = useRef(new Set<string>());
  const context = useRef<AudioContext | null>(null);
  useEffect(() => {
    const now = ringing(bells, nowMin, told.current);
    if (now.length === 0) return;
    for (const { id } of now) told.current.add(id);
    setRung((before) => [...now, ...before]);
    if (!wanted) return;
    if (typeof AudioContext !== 'undefined') sound((context.current ??= new AudioContext()));
    // Not every browser has it, whatever its types say.
    if ('vibrate' in navigator) navigator.vibrate([300, 120, 300]);
  }, [bells, nowMin, wanted]);
  return {
    on: wanted,
    rung,
    turn: (on) => {
      setWanted(on);
      // The tap is what lets a page make sounds; one is heard at once.
      if (on && typeof AudioContext !== 'undefined') sound((context.current ??= new AudioContext()));
    },
    putAway: (id) => {
      setRung((before) => before.filter((bell) => bell.id !== id));
    },
  };
}
