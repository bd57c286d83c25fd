import { distance } from '../geometry/point.ts';
import { seeded } from '../random/seeded.ts';
import { drawFigure, planted } from '../testing/drawn-figure.ts';
import { figurePlaces } from '../testing/figure.ts';
import { findLandmarks } from './find-landmarks.ts';

const places = figurePlaces();
const reference = { landmarks: [...places].map(([name, at]) => ({ name, at })), height: 1000 };

test.each([
  ['right arm', 45, ['right elbow', 'right wrist']],
  ['left arm', -45, ['left elbow', 'left wrist']],
  ['left leg', -35, ['left knee', 'left ankle']],
] as const)('a %s that is drawn %s° away is found where it is drawn', (limb, by, joints) => {
  const drawn = planted(places, { kind: 'turn', limb, by });
  const { lines } = drawFigure(drawn, 1000, { manner: 'axes', wobble: 0.3, random: seeded(11) });
  const { found } = findLandmarks(lines, reference);
  const at = new Map(found!.landmarks.map((l) => [l.name, l.at]));
  for (const name of joints) expect(distance(at.get(name)!, drawn.get(name)!)).toBeLessThan(50);
});

test.each([
  ['right', -35, 11],
  ['left', 35, 12],
] as const)(
  'a %s arm drawn %s° away has a wrist, though its upper arm could lie on most of it',
  (side, by, seed) => {
    const drawn = planted(places, { kind: 'turn', limb: `${side} arm`, by });
    const { lines } = drawFigure(drawn, 1000, { manner: 'axes', wobble: 0.3, random: seeded(seed) });
    const at = new Map(findLandmarks(lines, reference).found!.landmarks.map((l) => [l.name, l.at]));
    for (const joint of ['elbow', 'wrist'])
      expect(distance(at.get(`${side} ${joint}`)!, drawn.get(`${side} ${joint}`)!)).toBeLessThan(15);
  },
);

test('a limb that is left out stays left out', () => {
  const { lines } = drawFigure(places, 1000, {
    manner: 'axes',
    wobble: 0.3,
    random: seeded(11),
    leftOut: ['right arm'],
  });
  const { found } = findLandmarks(lines, reference);
  expect(found!.notDrawn).toEqual(expect.arrayContaining(['right elbow', 'right wrist']));
});
