import { drawFigure } from '../testing/drawn-figure.ts';
import { figurePlaces } from '../testing/figure.ts';
import { seeded } from '../random/seeded.ts';
import { Assignment, STRAYS, weightOf } from './assignment.ts';
import { bodyOf, modelsOf } from './find-landmarks.ts';
import { inkOf } from './ink.ts';
import { pointsOn } from './line-model.ts';

const places = figurePlaces();
const reference = { landmarks: [...places].map(([name, at]) => ({ name, at })), height: 1000 };
const skeleton = bodyOf(reference)!;
const [jx, jy] = [skeleton.at.map(({ x }) => x), skeleton.at.map(({ y }) => y)].map((all) =>
  Float64Array.from(all),
) as [Float64Array, Float64Array];
const { lines } = drawFigure(places, 1000, { manner: 'axes', wobble: 0.3, random: seeded(4) });
const inPage = inkOf(lines)!;
const ink = {
  ...inPage,
  x: inPage.x.map((x) => x / 1000),
  y: inPage.y.map((y) => y / 1000),
  step: inPage.step / 1000,
};

test.each(modelsOf(skeleton).map((model) => [model.manner, model] as const))(
  'the parts of a model say together of the ink what the whole says: %s',
  (_, model) => {
    const joints = ['left knee', 'left ankle'].map((name) => skeleton.names.indexOf(name));
    const [moving, still] = [true, false].map((hang) => pointsOn(model, joints, hang));
    expect(moving!.count + still!.count).toBe(model.count);
    expect(moving!.count).toBeGreaterThan(10);
    const whole = new Assignment(model, skeleton, ink);
    const [all, ...parts] = [
      whole,
      ...[moving!, still!].map((m) => new Assignment(m, skeleton, ink, weightOf(model))),
    ].map((assignment) => assignment.densities(jx, jy, 0.02));
    all!.forEach((density, i) => expect(parts[0]![i]! + parts[1]![i]!).toBeCloseTo(density, 9));
    const likelihood = all!.reduce((sum, density) => sum + Math.log(STRAYS + density), 0) / ink.count;
    expect(whole.at(jx, jy, 0.02).likelihood).toBeCloseTo(likelihood, 9);
    // The figure's own lines are likelier than strays, which a figure far away leaves them to be.
    const away = whole.densities(
      jx.map((x) => x + 5),
      jy,
      0.02,
    );
    expect(Math.max(...away)).toBe(0);
    expect(Math.max(...all!)).toBeGreaterThan(STRAYS);
  },
);
