import { useLayoutEffect, useRef } from 'react';
import type { Picture } from '../../../simulation/picture';
import type { ClockScale } from '@pentimento/core/shop-time';
import type { HeightScale } from './height-scale';
import { useAppSelector } from '../../../../app/store';
import { heatRamps } from './heat-ramp';
import { paintHeat } from './paint-heat';

interface HeatCanvasProps {
  readonly picture: Picture;
  readonly clock: ClockScale;
  readonly heights: HeightScale;
  readonly height: number;
  readonly left: number;
  readonly top: number;
}

/** The simulated temperature field inside the steps. */
export function HeatCanvas({ picture, clock, heights, height, left, top }: HeatCanvasProps) {
  const ramp = heatRamps[useAppSelector((state) => state.settings.theme)];
  const ref = useRef<HTMLCanvasElement>(null);
  const scale = Math.min(2, window.devicePixelRatio || 1);
  const columns = Math.max(1, Math.round(clock.width * scale));
  const rows = Math.max(1, Math.round(height * scale));
  useLayoutEffect(() => {
    const context = ref.current?.getContext('2d');
    if (!context) return;
    const image = context.createImageData(columns, rows);
    paintHeat({ pixels: new Uint32Array(image.data.buffer), width: columns, rows, scale, picture, clock, heights, ramp: ramp.words });
    context.putImageData(image, 0, 0);
    performance.mark('pentimento:painted');
  }, [picture, clock, heights, columns, rows, scale, ramp]);
  return <canvas ref={ref} width={columns} height={rows} className="absolute" style={{ left, top, width: clock.width, height }} aria-hidden />;
}
