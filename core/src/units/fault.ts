/** What is wrong with a record: a sentence for the maker, and the field that it is about. */
export interface Fault {
  message: string;
  field: string;
}
