import { fireEvent, render, screen } from '@testing-library/react-native';
import fc from 'fast-check';
import { PaperProvider } from 'react-native-paper';
import { GROUNDS, newBlock, SOURCES, type Plan } from '@deft/core/session';
import { deskTheme } from '../ui/theme';
import { PlanEditor } from './plan-editor';

function edit(plan: Plan, busy = false) {
  const told = {
    keep: jest.fn<void, [Plan]>(),
    start: jest.fn<void, [Plan]>(),
    remove: jest.fn(),
    close: jest.fn(),
  };
  const shown = render(
    <PaperProvider theme={deskTheme(false)}>
      <PlanEditor
        plan={plan}
        busy={busy}
        onKeep={told.keep}
        onStart={told.start}
        onRemove={told.remove}
        onClose={told.close}
      />
    </PaperProvider>,
  );
  return { ...told, shown };
}
const type = (label: string, text: string): void =>
  fireEvent.changeText(screen.getAllByLabelText(label)[0]!, text);
const press = (text: string): void => fireEvent.press(screen.getByText(text));

test('times and numbers are typed as people type them, and what they come to is shown', () => {
  const { keep, start } = edit({ title: 'Mine', blocks: [newBlock(5, 60)] });
  expect(screen.getByText('5 poses, 5 min')).toBeTruthy();
  type('Poses', '4');
  type('Time each', '1:30');
  type('Rest after', '5 s');
  expect(screen.getByText('4 poses, 6 min 15 s')).toBeTruthy();
  press('on a grid');
  press('from memory');
  type('Time to look', '20');
  press('Keep it');
  expect(keep.mock.calls).toEqual([
    [
      {
        title: 'Mine',
        blocks: [newBlock(4, 90, { ground: 'on a grid', source: 'memory', look: 20, rest: 5 })],
      },
    ],
  ]);
  press('Start it');
  expect(start).toHaveBeenCalledTimes(1);
});

test.each([
  ['Poses', '0', '“0” is no number of poses: 1 to 200.'],
  ['Poses', '2.5', '“2.5” is no number of poses: 1 to 200.'],
  ['Time each', 'a while', '“a while” is no time for a pose. Type it as 90, 1:30 or 2 min.'],
  ['Time each', '1', '“1” is no time for a pose. Type it as 90, 1:30 or 2 min.'],
  ['Rest after', 'some', '“some” is no time to rest. Leave it empty for none.'],
])('%s “%s” is told, and nothing starts until it is mended', (label, text, said) => {
  const { start, keep } = edit({ title: 'Mine', blocks: [newBlock(5, 60)] });
  type(label, text);
  expect(screen.getByText(said)).toBeTruthy();
  press('Start it');
  press('Keep it');
  expect([start, keep].map((told) => told.mock.calls.length)).toEqual([0, 0]);
  type(label, label === 'Poses' ? '3' : label === 'Rest after' ? '' : '30');
  press('Start it');
  expect(start).toHaveBeenCalledTimes(1);
});

test('blocks are added and taken out; a plan wants a name and no more pictures than one can draw', () => {
  const { start } = edit({ title: 'Mine', blocks: [newBlock(150, 30)] });
  press('Add a block');
  type('Poses', '199');
  expect(screen.getByText('A plan asks for 200 pictures at the most.')).toBeTruthy();
  press('Start it');
  expect(start).not.toHaveBeenCalled();
  fireEvent.press(screen.getByLabelText('Remove block 1'));
  expect(screen.getByText('5 poses, 5 min')).toBeTruthy();
  type('Name of the plan', ' ');
  press('Start it');
  expect(start).not.toHaveBeenCalled();
  type('Name of the plan', ' Evening ');
  press('Start it');
  expect(start.mock.calls[0]![0].title).toBe('Evening');
});

test('a plan that is opened and kept as it lies stays what it was', () => {
  const block = fc.record({
    count: fc.integer({ min: 1, max: 10 }),
    seconds: fc.integer({ min: 2, max: 4 * 3600 }),
    ground: fc.constantFrom(...GROUNDS),
    source: fc.constantFrom(...SOURCES),
    look: fc.integer({ min: 1, max: 3600 }),
    rest: fc.integer({ min: 0, max: 3600 }),
  });
  fc.assert(
    fc.property(fc.array(block, { minLength: 1, maxLength: 3 }), (blocks) => {
      const plan = {
        title: 'Mine',
        blocks: blocks.map(({ count, seconds, look, ...rest }) =>
          newBlock(count, seconds, { ...rest, look: rest.source === 'sight' ? 0 : look }),
        ),
      };
      const { keep, shown } = edit(plan);
      press('Keep it');
      expect(keep.mock.calls[0]![0]).toEqual(plan);
      shown.unmount();
    }),
    { numRuns: 12 },
  );
});
