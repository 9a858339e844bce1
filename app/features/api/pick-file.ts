import * as DocumentPicker from 'expo-document-picker';

/** Lets the maker pick a file of a type; null where nothing was picked. */
export async function pickFile(type: string): Promise<Blob | null> {
  const picked = await DocumentPicker.getDocumentAsync({ type });
  return picked.assets?.[0]?.file ?? null;
}
