import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type OnEarth, plainMap, roundLength } from './map.ts';

const point = fc.record({
  latitude: fc.double({ min: 50, max: 60, noNaN: true }),
  longitude: fc.double({ min: -8, max: 2, noNaN: true }),
});

/** The length between two points over a sphere (haversine; recalled from memory). */
function meters(a: OnEarth, b: OnEarth): number {
  const [lat1, lat2] = [a.latitude, b.latitude].map((degrees) => (degrees * Math.PI) / 180) as [
    number,
    number,
  ];
  const half = (x: number) => Math.sin(x / 2) ** 2;
  const east = ((b.longitude - a.longitude) * Math.PI) / 180;
  return (
    2 * 6_371_000 * Math.asin(Math.sqrt(half(lat2 - lat1) + Math.cos(lat1) * Math.cos(lat2) * half(east)))
  );
}

describe('a plain map', () => {
  it('holds every point, with room around it', () => {
    fc.assert(
      fc.property(fc.array(point, { minLength: 1, maxLength: 12 }), (points) => {
        const map = plainMap(points, 280, 140, 12)!;
        for (const one of points) {
          const { x, y } = map.place(one);
          expect(x).toBeGreaterThanOrEqual(12 - 1e-6);
          expect(x).toBeLessThanOrEqual(268 + 1e-6);
          expect(y).toBeGreaterThanOrEqual(12 - 1e-6);
          expect(y).toBeLessThanOrEqual(128 + 1e-6);
        }
      }),
    );
  });

  it('has north above and east to the right, and lengths as they are over a few miles', () => {
    const pier = { latitude: 57.5, longitude: -4.5 };
    const shed = { latitude: 57.51, longitude: -4.47 };
    const map = plainMap([pier, shed], 280, 140, 12)!;
    const [a, b] = [map.place(pier), map.place(shed)];
    expect([b.x > a.x, b.y < a.y]).toEqual([true, true]);
    const drawn = Math.hypot(b.x - a.x, b.y - a.y) * map.metersPerUnit;
    expect(Math.abs(drawn / meters(pier, shed) - 1)).toBeLessThan(0.001);
  });

  it('of one point has it in its middle; of none there is none', () => {
    expect(
      plainMap([{ latitude: 57, longitude: -4 }], 280, 140, 12)?.place({ latitude: 57, longitude: -4 }),
    ).toEqual({
      x: 140,
      y: 70,
    });
    expect(plainMap([], 280, 140, 12)).toBeNull();
  });

  it('is measured by a round length', () => {
    expect([1, 3, 9.9, 49, 50, 730, 1999].map(roundLength)).toEqual([1, 2, 5, 20, 50, 500, 1000]);
  });
});
