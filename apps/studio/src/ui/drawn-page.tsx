import { useEffect, useState } from 'react';
import { View } from 'react-native';
import { pageSvg, reducePage, type Answer, type Id } from '@deft/core';

/** A page as a small picture, straight from its operations. */
export function DrawnPage({ page, label }: { readonly page: Id; readonly label: string }) {
  const [source, setSource] = useState<string | null>(null);
  useEffect(() => {
    let gone = false;
    fetch(`/api/pages/${page}/operations?after=0`)
      .then(async (response) => {
        if (!response.ok || gone) return;
        const { operations } = (await response.json()) as Answer;
        setSource(`data:image/svg+xml;utf8,${encodeURIComponent(pageSvg(reducePage(operations.map((o) => o.operation))))}`);
      })
      .catch(() => undefined);
    return () => {
      gone = true;
    };
  }, [page]);
  return <View style={{ flex: 1, backgroundColor: '#FBF8F1' }}>{source ? <img src={source} alt={label} style={{ width: '100%', height: '100%', objectFit: 'contain' }} /> : null}</View>;
}
