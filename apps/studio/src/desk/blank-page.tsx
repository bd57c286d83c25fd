import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { useDrawingsQuery } from '../data/drawings-api';
import { useBlankPage } from '../practice/use-blank-page';
import { Act } from '../ui/acts';
import { Text } from '../ui/text';
import { Way } from '../ui/way';
import { ABOUT_BLANK } from './words';

/** A page without a reference begun, and the way to those that were. */
export function BlankPage() {
  const router = useRouter();
  const { data } = useDrawingsQuery({ from: 0, count: 0 });
  const { begin, beginning } = useBlankPage();
  return (
    <View style={styles.all}>
      <Text size={17} kind="heading" level={2}>
        Without a picture
      </Text>
      <Text size={13} soft>
        {ABOUT_BLANK}
      </Text>
      <View style={styles.row}>
        <Act label="A blank page" disabled={beginning} onPress={() => void begin()} testID="blank-page" />
        {data && data.total > 0 ? (
          <Way
            label={data.total === 1 ? 'One page' : `All ${data.total} pages`}
            onPress={() => router.push('/drawings')}
          />
        ) : null}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  all: { gap: 6 },
  row: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 12 },
});
