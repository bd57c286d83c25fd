import { View } from 'react-native';
import type { Id } from '@deft/core/page';
import { sentenceOf } from '../data/refusals';
import { useSessionQuery } from './api';
import { Waiting } from '../ui/screen';
import { usePalette } from '../ui/use-desk-theme';
import { ContactSheet } from './contact-sheet';
import { Running } from './running';

/** A session: running until it is over, then its contact sheet. */
export function SessionScreen({ id }: { readonly id: Id }) {
  const palette = usePalette();
  const { data: session, isError, error, refetch } = useSessionQuery(id);
  if (!session)
    return (
      <View style={{ flex: 1, padding: 24, backgroundColor: palette.desk }}>
        <Waiting failed={isError} said={sentenceOf(error)} retry={() => void refetch()} />
      </View>
    );
  return session.over ? <ContactSheet session={session} /> : <Running key={session.id} session={session} />;
}
