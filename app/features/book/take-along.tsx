import { addresses } from '@keen-anvil/contract';
import { Button } from '../../ui/elements';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { Decision } from '../../ui/choice';
import { useTokens } from '../../ui/theme';
import { Aside, Body } from '../../ui/type';
import { saveFile } from '../api/save-file';

interface TakeAlongProps {
  isOpen: boolean;
  /** The chosen recipes; none for the whole book. */
  recipeIds: string[];
  onClose: () => void;
}

/** The book as files, and files into the book. */
export function TakeAlong({ isOpen, recipeIds, onClose }: TakeAlongProps) {
  const { rust } = useTokens();
  const router = useRouter();
  const [trouble, setTrouble] = useState<string | null>(null);
  const save = (path: string) =>
    void saveFile(path).then(
      () => setTrouble(null),
      (error: Error) => setTrouble(error.message),
    );
  const what =
    recipeIds.length === 0
      ? 'the whole book'
      : recipeIds.length === 1
        ? 'the chosen recipe'
        : `the ${recipeIds.length} chosen recipes`;
  return (
    <Decision title={`Take ${what} along`} isOpen={isOpen} onClose={onClose}>
      <Body>As JSON, with history, evidence, machines and materials: to keep, or for another Keen Anvil.</Body>
      <Button title="Save as JSON" onPress={() => save(addresses.bookAsJson({ recipes: recipeIds }))} />
      <Body>As a table of the numbers as they stand, for a spreadsheet.</Body>
      <Button title="Save as CSV" type="outline" onPress={() => save(addresses.bookAsCsv({ recipes: recipeIds }))} />
      {recipeIds.length ? (
        <Button
          title="Cards to print (PDF)"
          type="outline"
          onPress={() => save(addresses.recipeCards({ recipes: recipeIds }))}
        />
      ) : null}
      {trouble ? (
        <Body role="alert" style={{ color: rust }}>
          {trouble}
        </Body>
      ) : null}
      <Aside>The other way round: a file into this book.</Aside>
      <Button
        title="Bring in a book"
        type="outline"
        onPress={() => {
          onClose();
          router.push('/book/import');
        }}
      />
    </Decision>
  );
}
