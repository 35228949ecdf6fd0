import type { LayerOutcome } from '@pentimento/core/growth';

export type HeightMode = 'even' | 'true';

/** A layer's place on the drawing. y grows downward; the plug face is at `baseY`. */
export interface LayerBox {
  readonly layer: LayerOutcome;
  readonly fromM: number;
  readonly toM: number;
  readonly topY: number;
  readonly bottomY: number;
}

export interface HeightScale {
  readonly boxes: readonly LayerBox[];
  readonly baseY: number;
  /** Pixel height of a height above the plug face [m] */
  toY: (heightM: number) => number;
}

/** Heights of laid layers on the drawing: at their true thickness, or all alike so that a gel coat can be seen. */
export function heightScale(layers: readonly LayerOutcome[], mode: HeightMode, baseY: number): HeightScale {
  const laid = layers.filter((layer) => !layer.plug);
  const total = laid.reduce((sum, layer) => sum + layer.thicknessM, 0);
  let fromM = 0;
  let y = baseY;
  const boxes = laid.map((layer): LayerBox => {
    const share = mode === 'even' ? 1 / laid.length : layer.thicknessM / total;
    const box = { layer, fromM, toM: fromM + layer.thicknessM, bottomY: y, topY: y - share * baseY };
    fromM = box.toM;
    y = box.topY;
    return box;
  });
  const toY = (heightM: number): number => {
    const box = boxes.find(({ toM }) => heightM <= toM) ?? boxes.at(-1);
    if (!box) return baseY;
    return box.bottomY - ((heightM - box.fromM) / (box.toM - box.fromM)) * (box.bottomY - box.topY);
  };
  return { boxes, baseY, toY };
}
