import { useRouter } from 'expo-router';
import { AboutPanel } from '../practice/about-panel';
import { useStudy } from './study-context';

interface AboutStudyProps {
  readonly onClose: () => void;
  readonly onBack?: () => void;
}

/** The study's name, and removing it. */
export function AboutStudy({ onClose, onBack }: AboutStudyProps) {
  const router = useRouter();
  const { study } = useStudy();
  return (
    <AboutPanel
      of={{ kind: 'study', ...study }}
      onClose={onClose}
      {...(onBack ? { onBack } : {})}
      onGone={() => (router.canGoBack() ? router.back() : router.replace('/studies'))}
    />
  );
}
