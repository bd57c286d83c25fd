import { Fragment, useRef, useState, type ReactNode } from 'react';
import { View } from 'react-native';
import type { PaperWork } from '@deft/contract';
import type { Id } from '@deft/core/page';
import { sentenceOf } from '../data/refusals';
import { Act, MainAct } from '../ui/acts';
import { Choice, Option } from '../ui/choice';
import { Text } from '../ui/text';
import { Working } from '../ui/working';
import { usePhotographPaperMutation, type PaperOf } from './api';
import { flatPicture, isSvg } from './flat-picture';

interface PhotosProps {
  readonly of: PaperOf;
  readonly papers: readonly PaperWork[];
  /** What to do first, while there is no photo. */
  readonly hint: string;
  /** What becomes of the photo that is chosen. */
  readonly children: (paper: PaperWork) => ReactNode;
}

/** Photos of paper: taken, chosen among, and worked on. */
export function Photos({ of, papers, hint, children }: PhotosProps) {
  const [photograph, taking] = usePhotographPaperMutation();
  const [chosen, setChosen] = useState<Id | null>(null);
  const [refused, setRefused] = useState<string | null>(null);
  const files = useRef<HTMLInputElement>(null);
  const camera = useRef<HTMLInputElement>(null);
  const paper = papers.find((p) => p.id === chosen) ?? papers.at(-1) ?? null;
  const bring = async (photo: File | 'camera'): Promise<void> => {
    setRefused(null);
    const flat = photo === 'camera' || !isSvg(photo) ? photo : await flatPicture(photo).catch(() => null);
    if (!flat) return setRefused('This SVG cannot be opened as a picture. It is untouched on your device.');
    await photograph({ of, photo: flat })
      .unwrap()
      .then(
        (made) => setChosen(made.id),
        (error: unknown) =>
          setRefused(
            sentenceOf(error) ??
              'The desk does not answer. The photo is still on your device; try again in a moment.',
          ),
      );
  };
  const take = (photo: File | 'camera' | undefined): void => {
    if (photo) void bring(photo);
  };
  const input = (ref: typeof files, capture: boolean) => (
    <input
      ref={ref}
      type="file"
      accept="image/*"
      capture={capture ? 'environment' : undefined}
      data-testid={capture ? 'photo-camera' : 'photo-file'}
      style={{ display: 'none' }}
      onChange={(event) => {
        take(event.currentTarget.files?.[0]);
        event.currentTarget.value = '';
      }}
    />
  );
  return (
    <>
      {input(files, false)}
      {input(camera, true)}
      {paper ? null : <Text soft>{hint}</Text>}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 10, alignItems: 'center' }}>
        {paper ? (
          <Act label="Another photo" disabled={taking.isLoading} onPress={() => camera.current?.click()} />
        ) : (
          <MainAct label="Take a photo" disabled={taking.isLoading} onPress={() => camera.current?.click()} />
        )}
        <Act
          label={of.kind === 'session' ? 'Choose a photo' : 'Choose a picture'}
          disabled={taking.isLoading}
          onPress={() => files.current?.click()}
        />
        {of.kind === 'session' ? (
          <Act
            label="Simulated camera"
            disabled={taking.isLoading}
            onPress={() => take('camera')}
            testID="simulated"
          />
        ) : null}
        {taking.isLoading ? <Working what="Looking for the page in it …" /> : null}
      </View>
      {refused ? (
        <View role="alert">
          <Text>{refused}</Text>
        </View>
      ) : null}
      {papers.length > 1 ? (
        <Choice label="Photos">
          {papers.map((p, i) => (
            <Option
              key={p.id}
              small
              label={`photo ${i + 1}`}
              on={p.id === paper?.id}
              onPress={() => setChosen(p.id)}
            />
          ))}
        </Choice>
      ) : null}
      {paper ? <Fragment key={paper.id}>{children(paper)}</Fragment> : null}
    </>
  );
}
