import { distance, type Point } from '../geometry/point.ts';
import { invert, transformPoint } from '../geometry/affine.ts';
import { isInside, polygonArea } from '../geometry/polygon.ts';
import { figurePlaces } from '../testing/figure.ts';
import { regionAbout, type PersonRegion } from './detect.ts';
import { proposedPerson } from './landmarks.ts';
import { likelyTheirs, silhouetteOf } from './person-mask.ts';
import { otherPoint, POINT, READER_SIDE, readingOf, regionToPicture, type PersonReading } from './reading.ts';

const PICTURE = { width: 820, height: 1180 };
const REGION: PersonRegion = { centre: { x: 400, y: 560 }, side: 1300, turn: 0, score: 1 };
const places = figurePlaces();
const place = (name: string): Point => places.get(name)!;

/** Where the figure of 1,000 px has the reader's points; left and right are the sitter's. */
function pointAt(i: number): Point {
  const named = Object.entries(POINT).find(([, index]) => index === i)?.[0];
  if (!named || /nose|Eye|Ear/.test(named)) return { x: 400, y: 124 };
  if (/Mouth/.test(named)) return { x: 399, y: 166 };
  const [, side, joint] = named.match(/^(left|right)(.+)$/)!;
  const of = /Heel|Toe/.test(joint!) ? 'ankle' : joint!.toLowerCase();
  const { x, y } = place(`${side} ${of}`);
  return /Heel|Toe/.test(joint!) ? { x, y: y + (side === 'right' ? 90 : 20) } : { x, y };
}

const LIMBS = [
  ['crown', 'pit of the neck', 60],
  ['pit of the neck', 'left hip', 90],
  ['pit of the neck', 'right hip', 90],
  ...['left', 'right'].flatMap((s) => [
    [`${s} shoulder`, `${s} elbow`, 40],
    [`${s} elbow`, `${s} wrist`, 40],
    [`${s} hip`, `${s} knee`, 60],
    [`${s} knee`, `${s} ankle`, 60],
  ]),
] as [string, string, number][];

/** What the reader would say of the figure, square by square. */
function read({
  flipped = false,
  person = 1,
  shift = (_: number): Point => ({ x: 0, y: 0 }),
  mask = true,
} = {}) {
  const toPicture = regionToPicture(REGION, flipped);
  const points = new Float32Array(39 * 5).fill(0);
  for (let i = 0; i < 33; i += 1) {
    const off = shift(flipped ? otherPoint(i) : i);
    const at = pointAt(flipped ? otherPoint(i) : i);
    const { x, y } = transformPoint(invert(toPicture), { x: at.x + off.x, y: at.y + off.y });
    points.set([x, y, 0, 4, 4], 5 * i);
  }
  const logits = new Float32Array(READER_SIDE ** 2).fill(-6);
  if (mask)
    for (let y = 0; y < READER_SIDE; y += 1)
      for (let x = 0; x < READER_SIDE; x += 1) {
        const p = transformPoint(toPicture, { x: x + 0.5, y: y + 0.5 });
        const inside = LIMBS.some(([from, to, r]) => {
          const [a, b] = [place(from), place(to)];
          const [dx, dy] = [b.x - a.x, b.y - a.y];
          const t = ((p.x - a.x) * dx + (p.y - a.y) * dy) / (dx * dx + dy * dy);
          const c = Math.max(0, Math.min(1, t));
          return Math.hypot(p.x - a.x - c * dx, p.y - a.y - c * dy) < r;
        });
        if (inside) logits[y * READER_SIDE + x] = 6;
      }
  return readingOf({ points, person, mask: logits }, REGION, flipped);
}

const proposed = (plain: PersonReading, flipped: PersonReading) => proposedPerson(plain, flipped, PICTURE);
const plain = read();
const flipped = read({ flipped: true });

test('a region turned by so much stands upright in its square, turned over or not', () => {
  const region = regionAbout({ x: 50, y: 80 }, { x: 150, y: 80 }, 1);
  expect(region.turn).toBeCloseTo(Math.PI / 2);
  const up = transformPoint(regionToPicture(region), { x: 128, y: 0 });
  expect(up.x).toBeCloseTo(50 + region.side / 2);
  expect(up.y).toBeCloseTo(80);
  const side = transformPoint(regionToPicture(region, true), { x: 0, y: 128 });
  const same = transformPoint(regionToPicture(region), { x: 256, y: 128 });
  expect(distance(side, same)).toBeCloseTo(0);
});

test('read as it stands and turned over, each point keeps its side of the sitter', () => {
  for (const i of Object.values(POINT))
    expect(distance(plain.points[i]!.at, flipped.points[i]!.at)).toBeLessThan(0.1);
  expect(plain.points[POINT.leftElbow]!.at.x).toBeGreaterThan(plain.points[POINT.rightElbow]!.at.x);
});

test('joints are proposed where they were read, crown and chin where a head has them', () => {
  const person = proposed(plain, flipped)!;
  expect(person.sidesUnsure).toBe(false);
  const named = new Map(person.landmarks.map((l) => [l.name, l]));
  for (const name of ['left shoulder', 'right elbow', 'left wrist', 'right hip', 'left knee', 'right ankle'])
    expect(distance(named.get(name)!.at, place(name))).toBeLessThan(1);
  expect(distance(named.get('chin')!.at, place('chin'))).toBeLessThan(20);
  expect(distance(named.get('crown')!.at, place('crown'))).toBeLessThan(40);
  expect(distance(named.get('pit of the neck')!.at, place('pit of the neck'))).toBeLessThan(20);
  expect(named.get('lowest foot')!.at.y).toBeCloseTo(place('right ankle').y + 90, 0);
  for (const { spread, hidden } of person.landmarks) {
    expect(spread).toBeGreaterThan(0.01 * person.height);
    expect(hidden).toBe(false);
  }
});

test('where the two readings disagree it is less sure, and far apart it is not proposed', () => {
  const elbow = (by: number) =>
    proposed(
      plain,
      read({ flipped: true, shift: (i) => ({ x: i === POINT.leftElbow ? by : 0, y: 0 }) }),
    )!.landmarks.find(({ name }) => name === 'left elbow');
  expect(elbow(40)!.spread).toBeGreaterThan(1.3 * elbow(0)!.spread);
  expect(elbow(300)).toBeUndefined();
});

test('what is covered is placed half as surely', () => {
  const covered = (reading: PersonReading, visible: number): PersonReading => ({
    ...reading,
    points: reading.points.map((point, i) => (i === POINT.leftKnee ? { ...point, visible } : point)),
  });
  const knee = (visible: number) =>
    proposed(covered(plain, visible), covered(flipped, visible))!.landmarks.find(
      ({ name }) => name === 'left knee',
    )!;
  expect([knee(0.9).hidden, knee(0.2).hidden]).toEqual([false, true]);
  expect(knee(0.2).spread / knee(0.9).spread).toBeCloseTo(2);
});

test('one reading from before and one from behind: the places are told, the sides said to be unsure', () => {
  const other = { ...flipped, points: flipped.points.map((_, i) => flipped.points[otherPoint(i)]!) };
  const person = proposed(plain, other)!;
  expect(person.sidesUnsure).toBe(true);
  const wrist = person.landmarks.find(({ name }) => name === 'left wrist')!;
  expect(distance(wrist.at, place('left wrist'))).toBeLessThan(1);
});

test('nobody is proposed where the reader doubts it, disagrees with itself, or the mask lies elsewhere', () => {
  expect(proposed(read({ person: 0.3 }), flipped)).toBeNull();
  expect(proposed(plain, read({ flipped: true, person: 0.3 }))).toBeNull();
  expect(
    proposed(plain, read({ flipped: true, shift: (i) => ({ x: 90 * Math.sin(i), y: 90 * Math.cos(i) }) })),
  ).toBeNull();
  expect(proposed(read({ mask: false }), flipped)).toBeNull();
  const away = read({ shift: () => ({ x: 330, y: 0 }) });
  expect(proposed({ ...away, mask: plain.mask }, { ...away, mask: plain.mask })).toBeNull();
});

test('what is no number proposes nobody', () => {
  const broken = readingOf(
    { points: [], person: NaN, mask: new Float32Array(READER_SIDE ** 2) },
    REGION,
    false,
  );
  expect(proposed(broken, broken)).toBeNull();
});

test('the silhouette runs between the pixels of the mask, its holes kept', () => {
  const mask = Float32Array.from({ length: READER_SIDE ** 2 }, (_, i) => {
    const r = Math.hypot((i % READER_SIDE) + 0.5 - 128, Math.floor(i / READER_SIDE) + 0.5 - 128);
    return Math.min(80 - r, r - 30) / 2;
  });
  const round: PersonReading = { ...plain, mask, toPicture: [2, 0, 0, 2, 100, 50] };
  const outlines = silhouetteOf(round);
  expect(outlines).toHaveLength(2);
  const areas = outlines.map(polygonArea).sort((a, b) => b - a);
  // Its corners lie within a quarter of a pixel of the round, which takes a little from the smaller.
  expect(Math.abs(areas[0]! / (Math.PI * 160 ** 2) - 1)).toBeLessThan(0.01);
  expect(Math.abs(areas[1]! / (Math.PI * 60 ** 2) - 1)).toBeLessThan(0.01);
  const centre = transformPoint(round.toPicture, { x: 128, y: 128 });
  expect(outlines.filter((outline) => isInside(outline, centre))).toHaveLength(2);
  expect(likelyTheirs(round, { x: centre.x + 110, y: centre.y })).toBeGreaterThan(0.9);
  expect(likelyTheirs(round, centre)).toBeLessThan(0.1);
  expect(likelyTheirs(round, { x: -500, y: 0 })).toBe(0);
  expect(silhouetteOf({ ...plain, mask: new Float32Array(READER_SIDE ** 2).fill(-5) })).toEqual([]);
});
