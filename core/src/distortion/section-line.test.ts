import { edgesComeNearerM, END_SHARE, sectionLine, type SectionLine } from './section-line.js';

const flat: SectionLine = { panelM: 1, curvature: 0, endCurvature: 0, corners: [] };
const rad = (deg: number): number => (deg * Math.PI) / 180;

describe('the line of a section that is let go', () => {
  it('leaves a section alone that neither bends nor closes', () => {
    expect(edgesComeNearerM(flat)).toBeCloseTo(0, 12);
    expect(edgesComeNearerM({ ...flat, corners: [{ angleDeg: 90, closesDeg: 0 }] })).toBeCloseTo(0, 12);
  });

  it('shortens the chord of a bent panel by κ²L³/24, whichever way it bends', () => {
    for (const curvature of [0.02, -0.02, 0.05]) {
      expect(edgesComeNearerM({ ...flat, panelM: 2, curvature }) / ((curvature ** 2 * 8) / 24)).toBeCloseTo(1, 2);
    }
  });

  it('sums the corners of a channel: the edges come 2 · wall · sin δ nearer', () => {
    const closesDeg = 1.5;
    const channel = { ...flat, panelM: 0.6, corners: [1, 2].map(() => ({ angleDeg: 90, closesDeg })) };
    expect(edgesComeNearerM(channel)).toBeCloseTo(2 * END_SHARE * 0.6 * Math.sin(rad(closesDeg)), 6);
    const opened = { ...channel, corners: channel.corners.map((one) => ({ ...one, closesDeg: -closesDeg })) };
    expect(edgesComeNearerM(opened)).toBeCloseTo(-2 * END_SHARE * 0.6 * Math.sin(rad(closesDeg)), 6);
  });

  it('turns the end walls with the panel between the corners: a panel whose ends lift opens a channel toward the front', () => {
    const corners = [1, 2].map(() => ({ angleDeg: 90, closesDeg: 0 }));
    const channel = { ...flat, panelM: 0.6, corners };
    const turned = END_SHARE * 0.6 * Math.sin(0.6 * 0.01 * 0.5) * 2;
    // The walls hang to the front (down), so they go apart where the panel's ends lift.
    expect(edgesComeNearerM({ ...channel, curvature: -0.01 })).toBeCloseTo(-turned, 4);
    expect(edgesComeNearerM({ ...channel, curvature: 0.01 })).toBeCloseTo(turned, 4);
  });

  it('bends the end walls by their own curvature', () => {
    const corners = [1, 2].map(() => ({ angleDeg: 90, closesDeg: 0 }));
    const channel = { ...flat, panelM: 1, corners };
    const wall = END_SHARE;
    expect(Math.abs(edgesComeNearerM({ ...channel, endCurvature: 0.1 }))).toBeCloseTo(2 * ((0.1 * wall * wall) / 2), 4);
  });

  it('draws what it is told many times larger', () => {
    const once = sectionLine({ ...flat, curvature: -0.01 }, 10);
    const large = sectionLine({ ...flat, curvature: -0.1 });
    expect(once[once.length - 1]).toEqual(large[large.length - 1]);
    expect(large[large.length - 1].y).toBeGreaterThan(0);
  });
});
