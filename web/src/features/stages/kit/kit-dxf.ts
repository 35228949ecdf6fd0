import { outlineOf, type RollLayout } from '@pentimento/core/kit';
import { DxfWriter, LWPolylineFlags, point2d, point3d, Units } from '@tarikjabiri/dxf';

const TEXT_MM = 12;

/** Cut templates on the roll as DXF at true size, in millimeters: outlines on one layer, labels on another. */
export function kitDxf({ rollWidthMm, lengthMm, placed }: RollLayout): string {
  const dxf = new DxfWriter();
  dxf.setUnits(Units.Millimeters);
  dxf.addLayer('ROLL', 8, 'CONTINUOUS');
  dxf.addLayer('CUT', 7, 'CONTINUOUS');
  dxf.addLayer('LABEL', 3, 'CONTINUOUS');
  const outline = (points: readonly (readonly [number, number])[], layerName: string): void => {
    dxf.addLWPolyline(
      points.map(([x, y]) => ({ point: point2d(x, y) })),
      { layerName, flags: LWPolylineFlags.Closed },
    );
  };
  outline(
    [
      [0, 0],
      [rollWidthMm, 0],
      [rollWidthMm, lengthMm],
      [0, lengthMm],
    ],
    'ROLL',
  );
  for (const one of placed) {
    const points = outlineOf(one);
    outline(points, 'CUT');
    const middle = [0, 1].map((axis) => points.reduce((sum, point) => sum + point[axis], 0) / points.length);
    dxf.addText(point3d(middle[0] - TEXT_MM * 3, middle[1]), TEXT_MM, one.piece.label, { layerName: 'LABEL' });
  }
  return dxf.stringify();
}
