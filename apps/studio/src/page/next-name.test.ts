import { nextName } from './next-name';

test('the first offered name that is not given; none once all are, or where none is offered', () => {
  expect(nextName(['head', 'ribcage'], new Set(['head']))).toBe('ribcage');
  expect(nextName(['head', 'ribcage'], new Set(['ribcage']))).toBe('head');
  expect([nextName(['head'], new Set(['head'])), nextName([], new Set())]).toEqual([null, null]);
});
