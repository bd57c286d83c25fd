import { useLocalSearchParams } from 'expo-router';
import { PASSES } from '@deft/contract';
import { StudyScreen } from '../../src/studies/study-screen';

export default function Route() {
  const { id = '', attempt, pass } = useLocalSearchParams<{ id: string; attempt?: string; pass?: string }>();
  return (
    <StudyScreen
      id={id}
      asked={{ attempt: attempt ?? null, pass: PASSES.find((one) => one === pass) ?? null }}
    />
  );
}
