/**
 * Where places stand to each other, from the ways between them: a plan that is as true as it can be on paper.
 *
 * Minimises Σ w_ij (|p_i − p_j| − d_ij)² with w = d⁻² by majorisation (SMACOF; Borg and Groenen, Modern Multidimensional
 * Scaling, ch. 8, from memory), which never makes it worse. d is the way between two places, as measured or by a chain.
 */
import { waysBetween } from './distances.ts';
import type { Design } from './schema.ts';

export interface PlaceOnMap {
  readonly place: string;
  /** m, from the top left corner of the plan. */
  readonly x: number;
  readonly y: number;
}

const ROUNDS = 300;
/** Between places that no way joins, m: they stand apart. */
const APART_M = 5;

export function mapOfPlaces(design: Pick<Design, 'places' | 'distances'>): readonly PlaceOnMap[] {
  const { places } = design;
  const ways = waysBetween(design);
  const far = places.map(({ id: a }) => places.map(({ id: b }) => (a === b ? 0 : (ways(a, b)?.lengthM ?? APART_M))));
  // Begun on an ellipse, which is no line: nothing is drawn on top of something by symmetry.
  let at = places.map((_, index) => {
    const turn = (2 * Math.PI * (index + 0.3)) / places.length;
    return [3 * Math.cos(turn), 1.7 * Math.sin(turn)] as const;
  });
  for (let round = 0; round < ROUNDS; round++)
    at = at.map(([x, y], i) => {
      let [sumX, sumY, sum] = [0, 0, 0];
      at.forEach(([xj, yj], j) => {
        const wanted = far[i]![j]!;
        if (i === j || wanted === 0) return;
        const weight = 1 / wanted ** 2;
        const pull = wanted / Math.max(1e-6, Math.hypot(x - xj, y - yj));
        sumX += weight * (xj + (x - xj) * pull);
        sumY += weight * (yj + (y - yj) * pull);
        sum += weight;
      });
      return sum === 0 ? ([x, y] as const) : ([sumX / sum, sumY / sum] as const);
    });
  const turned = alongWidth(at);
  const [left, top] = [Math.min(...turned.map(([x]) => x)), Math.min(...turned.map(([, y]) => y))];
  return places.map(({ id }, index) => ({ place: id, x: turned[index]![0] - left, y: turned[index]![1] - top }));
}

/** Turned until it is widest, with the first place on the left: as one would lay a plan of a vehicle on the bench. */
function alongWidth(at: readonly (readonly [number, number])[]): readonly (readonly [number, number])[] {
  const mean = (axis: 0 | 1) => at.reduce((sum, point) => sum + point[axis], 0) / at.length;
  const [mx, my] = [mean(0), mean(1)];
  let [xx, xy, yy] = [0, 0, 0];
  for (const [x, y] of at) {
    xx += (x - mx) ** 2;
    xy += (x - mx) * (y - my);
    yy += (y - my) ** 2;
  }
  const angle = Math.atan2(2 * xy, xx - yy) / 2;
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  const turned = at.map(([x, y]) => [(x - mx) * cos + (y - my) * sin, (y - my) * cos - (x - mx) * sin] as const);
  const flip = (turned[0]?.[0] ?? 0) > 0 ? -1 : 1;
  return turned.map(([x, y]) => [flip * x, y] as const);
}
