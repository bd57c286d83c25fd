import { wrap } from 'comlink';
import { useEffect, useState } from 'react';
import { Text } from 'react-native-paper';

export default function Index() {
  const [text, setText] = useState('');
  useEffect(() => {
    const worker = new Worker(new URL('../src/workers/check.worker.ts', import.meta.url));
    const api = wrap<{ polygonMoments(c: unknown): { area: number } }>(worker);
    void api.polygonMoments([{ x: 0, y: 0 }, { x: 1, y: 0 }, { x: 1, y: 1 }]).then((m) => setText(String(m.area)));
  }, []);
  return <Text>{text}</Text>;
}
