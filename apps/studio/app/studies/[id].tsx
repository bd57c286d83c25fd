import { useLocalSearchParams } from 'expo-router';
import { PASSES } from '@deft/contract';
import { StudyScreen } from '../../src/studies/study-screen';

export default function Route() {
  const {
    id = '',
    attempt,
    pass,
    together,
    step,
  } = useLocalSearchParams<{
    id: string;
    attempt?: string;
    pass?: string;
    together?: string;
    step?: string;
  }>();
  return (
    <StudyScreen
      id={id}
      asked={{ attempt: attempt ?? null, pass: PASSES.find((one) => one === pass) ?? null }}
      together={together ? { set: together, step: step ?? '' } : null}
    />
  );
}
