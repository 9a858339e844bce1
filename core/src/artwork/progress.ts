/** Told how far a reading has come: a share from 0 to 1, and what is being done. */
export type Progress = (share: number, doing: string) => void;
