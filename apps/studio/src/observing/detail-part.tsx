import { useLayoutEffect, useState } from 'react';
import { ScrollView, View } from 'react-native';
import type { Point } from '@deft/core/geometry';
import type { CropBox, DetailMark } from '@deft/core/reference';
import { smallOf } from '../data/addresses';
import { useReferenceQuery, useReferencesQuery } from '../data/references-api';
import { usePutMarkMutation, useRemoveMarkMutation } from '../data/marks-api';
import { newId } from '../data/new-id';
import { Act } from '../ui/acts';
import { Field } from '../ui/field';
import { useSay } from '../ui/notes';
import { PreviewCard } from '../ui/preview';
import { useLatest } from '../ui/use-latest';
import { Text } from '../ui/text';
import { frameOf } from './frame';
import type { PartProps } from './observing-part';
import { OfferedDetails } from './offered-details';

const boxOf = (a: Point, b: Point): CropBox => ({
  x: Math.min(a.x, b.x),
  y: Math.min(a.y, b.y),
  width: Math.abs(a.x - b.x),
  height: Math.abs(a.y - b.y),
});

/** Another picture that shows a region more nearly: the skull under the head, the paw from close by. */
export function DetailPart({ reference, onStage }: PartProps) {
  const [put] = usePutMarkMutation();
  const [drawing, setDrawing] = useState(false);
  const [box, setBox] = useState<CropBox | null>(null);
  const [ready, setReady] = useState(false);
  const [q, setQ] = useState('');
  const { data } = useReferencesQuery({ q, from: 0, count: 24 }, { skip: !ready });
  const library = data?.items.filter(({ id }) => id !== reference.id) ?? [];
  const details = reference.marks.filter((m): m is DetailMark => m.kind === 'detail');
  const { kept } = frameOf(reference);
  const ended = useLatest((way: readonly Point[]) => {
    const [from, to] = [way[0], way.at(-1)];
    const made = from && to ? boxOf(from, to) : null;
    const enough = made && made.width > 0.02 * reference.width && made.height > 0.02 * reference.height;
    setBox(enough ? made : null);
    setReady(Boolean(enough));
    if (enough) setDrawing(false);
  });
  useLayoutEffect(() => {
    let from: Point | null = null;
    const hand = drawing
      ? {
          begin: (at: Point) => {
            from = at;
          },
          move: (at: Point) => {
            if (from) setBox(boxOf(from, at));
          },
          end: (way: readonly Point[]) => ended.current(way),
          cancel: () => setBox(null),
        }
      : null;
    onStage({ hand, shown: { details: true, box } });
  }, [onStage, drawing, box, ended]);
  const attach = (to: string): void => {
    if (!box) return;
    const corners = [
      kept({ x: box.x, y: box.y }),
      kept({ x: box.x + box.width, y: box.y + box.height }),
    ] as const;
    void put({
      reference: reference.id,
      mark: { kind: 'detail', id: newId(), box: boxOf(...corners), reference: to },
    });
    setBox(null);
    setReady(false);
  };
  return (
    <>
      {ready ? (
        <>
          <Text kind="strong" live>
            Which picture belongs to this region?
          </Text>
          <Field
            label="Search your library and the picture service"
            value={q}
            onChangeText={setQ}
            maxLength={200}
            testID="detail-search"
          />
          {library.length > 0 ? (
            <ScrollView horizontal contentContainerStyle={{ gap: 8 }}>
              {library.map((item) => (
                <PreviewCard key={item.id} reference={item} width={84} onPress={() => attach(item.id)} />
              ))}
            </ScrollView>
          ) : data ? (
            <Text size={13} soft>
              Nothing in your library fits.
            </Text>
          ) : null}
          <OfferedDetails q={q} onTaken={attach} />
          <Act
            small
            label="Leave it"
            onPress={() => {
              setReady(false);
              setBox(null);
            }}
            style={{ alignSelf: 'flex-start' }}
          />
        </>
      ) : drawing ? (
        <View style={{ flexDirection: 'row', alignItems: 'center', gap: 8 }}>
          <Text kind="strong" live style={{ flex: 1 }}>
            Drag a box round the region.
          </Text>
          <Act small label="Leave it" onPress={() => setDrawing(false)} />
        </View>
      ) : (
        <Act
          label="Attach a picture to a region"
          onPress={() => setDrawing(true)}
          style={{ alignSelf: 'flex-start' }}
        />
      )}
      {details.length === 0 && !drawing && !ready ? (
        <Text size={13} soft>
          A picture of the skull under the head, or of the paw from close by: it then shows under Look.
        </Text>
      ) : null}
      {details.map((detail) => (
        <Detail key={detail.id} detail={detail} of={reference.id} />
      ))}
    </>
  );
}

function Detail({ detail, of }: { readonly detail: DetailMark; readonly of: string }) {
  const say = useSay();
  const [put] = usePutMarkMutation();
  const [remove] = useRemoveMarkMutation();
  const { data } = useReferenceQuery(detail.reference);
  return (
    <View style={{ flexDirection: 'row', alignItems: 'center', gap: 8 }}>
      <View style={{ width: 52, height: 64 }}>
        {data ? (
          <img src={smallOf(data)} alt="" style={{ width: '100%', height: '100%', objectFit: 'cover' }} />
        ) : null}
      </View>
      <Text style={{ flex: 1 }}>{data?.title ?? ''}</Text>
      <Act
        small

        label="Remove"
        onPress={() => {
          void remove({ reference: of, mark: detail.id });
          say({ text: 'The detail is removed.', undo: () => void put({ reference: of, mark: detail }) });
        }}
      />
    </View>
  );
}
