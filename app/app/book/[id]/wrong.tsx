import { useLocalSearchParams } from 'expo-router';
import { SymptomPage } from '../../../features/tuning/symptom-page';

export default function WrongRoute() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <SymptomPage recipeId={id} />;
}
