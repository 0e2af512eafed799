/** A point on the earth, in degrees. */
export interface OnEarth {
  readonly latitude: number;
  readonly longitude: number;
}

/** A plain map of some points: where each lies on it, and how long a line on it is. */
export interface PlainMap {
  readonly place: (point: OnEarth) => { readonly x: number; readonly y: number };
  /** How many meters a unit of it is. */
  readonly metersPerUnit: number;
}

/** Mean radius of the earth in meters (IUGG; recalled from memory). */
const EARTH_METERS = 6_371_000;
const inRadians = (degrees: number): number => (degrees * Math.PI) / 180;
/** Points nearer to each other than this are not drawn further apart than they are. */
const LEAST_METERS = 200;

/**
 * A map of so many units that holds all of these points with room around them: north is up, and lengths are the same both ways, as near as a
 * plane is to the earth over a few miles. Null without points.
 */
export function plainMap(
  points: readonly OnEarth[],
  width: number,
  height: number,
  margin: number,
): PlainMap | null {
  if (points.length === 0) return null;
  const latitudes = points.map(({ latitude }) => latitude);
  const longitudes = points.map(({ longitude }) => longitude);
  const middle = {
    latitude: (Math.min(...latitudes) + Math.max(...latitudes)) / 2,
    longitude: (Math.min(...longitudes) + Math.max(...longitudes)) / 2,
  };
  const meters = ({ latitude, longitude }: OnEarth) => ({
    east: inRadians(longitude - middle.longitude) * Math.cos(inRadians(middle.latitude)) * EARTH_METERS,
    north: inRadians(latitude - middle.latitude) * EARTH_METERS,
  });
  const all = points.map(meters);
  const widest = Math.max(LEAST_METERS / 2, ...all.map(({ east }) => Math.abs(east)));
  const highest = Math.max(LEAST_METERS / 2, ...all.map(({ north }) => Math.abs(north)));
  const metersPerUnit = Math.max(widest / (width / 2 - margin), highest / (height / 2 - margin));
  return {
    metersPerUnit,
    place: (point) => {
      const { east, north } = meters(point);
      return { x: width / 2 + east / metersPerUnit, y: height / 2 - north / metersPerUnit };
    },
  };
}

/** A round length for the bar below a map, in meters: the longest of 1, 2 or 5 times a power of ten that is not longer than given. */
export function roundLength(mostMeters: number): number {
  const power = 10 ** Math.floor(Math.log10(mostMeters));
  return [5, 2, 1].map((times) => times * power).find((length) => length <= mostMeters) ?? power;
}
