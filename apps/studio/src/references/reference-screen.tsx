import { useState } from 'react';
import { View } from 'react-native';
import { SUBJECTS, SUBJECT_KEYS, type Id } from '@deft/core';
import type { Reference, ReferencePatch } from '@deft/contract';
import { pictureOf, sentenceOf, useChangeReferenceMutation, useReferenceQuery } from '../data/api';
import { useStart } from '../data/use-start';
import { MainAct, WordAct } from '../ui/acts';
import { Field } from '../ui/field';
import { Screen, Waiting } from '../ui/screen';
import { useWide } from '../ui/use-desk-theme';
import { Words } from '../ui/words';

/** One reference: the picture whole, where it comes from, and the way into a study of it. */
export function ReferenceScreen({ id }: { readonly id: Id }) {
  const { data: reference, isError, error, refetch } = useReferenceQuery(id);
  if (!reference) return <Screen title="Reference"><Waiting failed={isError} said={sentenceOf(error)} retry={() => void refetch()} /></Screen>;
  return <OneReference key={reference.id} reference={reference} />;
}

function OneReference({ reference }: { readonly reference: Reference }) {
  const wide = useWide();
  const { study, busy, failed } = useStart();
  const [change] = useChangeReferenceMutation();
  const put = (patch: ReferencePatch): void => void change({ id: reference.id, patch });
  return (
    <Screen title={reference.title} foot={<MainAct label="Study this" disabled={busy} testID="study-this" onPress={() => void study({ reference: reference.id })} style={{ flex: wide ? undefined : 1 }} />}>
      <View style={{ flexDirection: wide ? 'row' : 'column', gap: 24 }}>
        <img src={pictureOf(reference.id)} alt={reference.title} style={{ maxWidth: '100%', width: wide ? '52%' : '100%', maxHeight: wide ? 560 : 430, objectFit: 'contain' }} />
        <View style={{ flex: 1, gap: 10 }}>
          {failed ? <Words>The desk does not answer just now. Try again in a moment.</Words> : null}
          <Words size={17} kind="heading" level={2}>What it shows</Words>
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 10 }}>
            {SUBJECT_KEYS.map((key) => <WordAct key={key} label={SUBJECTS[key].title.toLowerCase()} on={reference.subject === key} onPress={() => put({ subject: key })} />)}
          </View>
          <Words size={13} soft>Names for parts and landmarks are offered to fit; you need not take any.</Words>
          <Words size={17} kind="heading" level={2}>Credit</Words>
          <CreditField label="Title" value={reference.title} onKeep={(title) => title && put({ title })} />
          <CreditField label="By" value={reference.author} onKeep={(author) => put({ author })} />
          <CreditField label="From" value={reference.source} onKeep={(source) => put({ source })} />
          <CreditField label="Licence" value={reference.licence} onKeep={(licence) => put({ licence })} />
          <CreditField label="Year" value={reference.year === null ? '' : String(reference.year)} onKeep={(text) => (text === '' ? put({ year: null }) : /^\d{1,4}$/.test(text) && put({ year: Math.min(3000, Number(text)) }))} />
        </View>
      </View>
    </Screen>
  );
}

/** A line of the credit, kept when one leaves it. */
function CreditField({ label, value, onKeep }: { readonly label: string; readonly value: string; readonly onKeep: (text: string) => void }) {
  const [text, setText] = useState(value);
  return <Field label={label} value={text} onChangeText={setText} maxLength={200} onBlur={() => text.trim() !== value && onKeep(text.trim())} />;
}
