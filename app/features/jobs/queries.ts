import {
  endpoints,
  type AskedAction,
  type JobAnswer,
  type JobDetail,
  type JobEdited,
  type JobSummary,
  type NewJob,
  type NewMeasured,
  type NewNote,
  type NewText,
  type ReadAgain,
  type ReadingPreview,
  type TextWish,
} from '@keen-anvil/contract';
import { editedJob, jobView } from '@keen-anvil/core/steps';
import { shopFacts, type ShopLists } from '@keen-anvil/core/jobs';
import { useInfiniteQuery, useMutation, useQuery, useQueryClient, type QueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { v4 as uuid } from 'uuid';
import { ask, askLong, keyOf, keysOf, questionOf, useAsked, useSend, useWrite } from '../api/ask';
import { ApiError } from '../api/client';
import { answered, asked, confirmedJob, fetched } from './at-once';
import { seeDocument } from './see-document';

/** Asks the server for a job, and works its shapes out. */
async function askForJob(id: string, signal?: AbortSignal): Promise<JobDetail> {
  return drawn(await ask(endpoints.job, { id }, { signal }), signal);
}

async function drawn(answer: JobAnswer, signal?: AbortSignal): Promise<JobDetail> {
  return jobView(answer, await seeDocument(answer.id, answer.document, signal));
}

/** The job that is answered with: whole, or as what is different from how the server said it last. */
async function told(client: QueryClient, answer: JobAnswer | JobEdited): Promise<JobDetail> {
  if (!('difference' in answer)) return drawn(answer);
  const before = confirmedJob(answer.id) ?? client.getQueryData<JobDetail>(jobKey(answer.id));
  const edited = before ? editedJob(before, answer) : null;
  return edited ? drawn(edited) : askForJob(answer.id);
}

const jobKey = (id: string) => keyOf(endpoints.job, { id });

/** So many jobs come at a time. */
const PAGE = 50;

/** The jobs page by page, the last touched first; or those that were put away. */
export const useJobs = (isArchived: boolean) =>
  useInfiniteQuery({
    queryKey: [...keysOf(endpoints.jobs), isArchived],
    queryFn: ({ pageParam, signal }) =>
      ask(endpoints.jobs, { archived: isArchived, offset: pageParam, limit: PAGE }, { signal }),
    initialPageParam: 0,
    getNextPageParam: (last: JobSummary[], all) => (last.length === PAGE ? all.length * PAGE : undefined),
    refetchOnMount: 'always',
  });

/** Not compared with the answer before: a large drawing would hold the page up longer than drawing it anew does. */
export function useJob(id: string) {
  const client = useQueryClient();
  return useQuery({
    queryKey: jobKey(id),
    queryFn: async ({ signal }) => {
      const began = Date.now();
      const job = await askForJob(id, signal);
      const now = client.getQueryState<JobDetail>(jobKey(id));
      // An edit was answered while this was under way, and is not in it yet.
      if (now?.data && now.dataUpdatedAt >= began && now.data.version > job.version) return now.data;
      return fetched(id, job);
    },
    refetchOnMount: 'always',
    structuralSharing: false,
  });
}

export const useCreateJob = () => useJobChange((body: NewJob) => ask(endpoints.startJob, {}, { body }));

/** Somebody else changed the job first; it is shown as it is now. */
class StaleJobError extends Error {
  constructor(readonly job: JobDetail) {
    super(
      'This was changed on another phone meanwhile: this is how it is now. Your change is still here; try it again.',
    );
    this.name = 'StaleJobError';
  }
}

/** Every change of a job answers with the job as it is then, or with what is different. */
function useJobChange<T>(change: (body: T) => Promise<JobAnswer | JobEdited>, jobId?: string) {
  const client = useQueryClient();
  return useMutation({
    scope: jobId === undefined ? undefined : scopeOf(jobId),
    mutationFn: async (body: T) => told(client, await change(body).catch(orStale)),
    onSuccess: (job) => putIn(client, job),
    // Changed on another phone: what is shown is how it is now, and the next try works.
    onError: (error) => (error instanceof StaleJobError ? putIn(client, error.job) : afterError(client, error)),
  });
}

/** @throws StaleJobError with the job as it is now, where it was changed on another device; else what came */
async function orStale(error: unknown): Promise<never> {
  throw error instanceof ApiError && error.code === 'stale' && error.current
    ? new StaleJobError(await drawn(error.current as JobAnswer))
    : error;
}

/** What is done to a job is done one after the other. */
const scopeOf = (jobId: string) => ({ id: `job ${jobId}` });

/** The change may have come through all the same: what is shown is loaded again when the server is back. */
const afterError = (client: QueryClient, error: unknown): Promise<void> | undefined =>
  error instanceof ApiError && error.status === 0
    ? client.invalidateQueries({ queryKey: keysOf(endpoints.job), refetchType: 'none' })
    : undefined;

/** An action before it has its id. */
export type Unnamed = AskedAction extends infer A ? (A extends AskedAction ? Omit<A, 'id'> : never) : never;

/**
 * Does something to a job: shown at once where what follows is known here, and sent with the version that it was made on.
 * One is sent after the other; what is refused is taken back.
 */
export function useAct(jobId: string) {
  const client = useQueryClient();
  const present = () => client.getQueryData<JobDetail>(jobKey(jobId));
  const show = (job: JobDetail | null) => job && client.setQueryData(jobKey(jobId), job);
  useEffect(() => {
    void client.prefetchQuery(shopQuery(jobId));
  }, [client, jobId]);
  const { mutateAsync, ...rest } = useMutation({
    scope: scopeOf(jobId),
    mutationFn: async (action: AskedAction) => {
      const body = { version: present()?.version ?? 1, action };
      return told(client, await ask(endpoints.actOnJob, { id: jobId }, { body }).catch(orStale));
    },
    onMutate: async (action) => {
      const shop = client.getQueryData<ShopLists>(shopQuery(jobId).queryKey);
      // It is sent without waiting for what is shown meanwhile.
      void asked(jobId, action, present(), shop ? shopFacts(shop) : null).then(show);
    },
    onSuccess: async (job, action) => {
      show(await answered(jobId, action, job));
      return settled(client, jobId);
    },
    onError: async (error, action) => {
      show(await answered(jobId, action, error instanceof StaleJobError ? error.job : null));
      return afterError(client, error);
    },
  });
  return {
    ...rest,
    /** What asked for it may be gone by then, as what it asked for is shown at once: it hears all the same. */
    mutate: (action: Unnamed, options?: { onSuccess?: () => void }) =>
      void mutateAsync({ ...action, id: uuid() } as AskedAction).then(
        () => options?.onSuccess?.(),
        () => undefined,
      ),
  };
}

/** What of the workshop the rules of a job ask for. */
const shopQuery = (jobId: string) => ({
  ...questionOf(endpoints.shopOfJob, { id: jobId }),
  staleTime: 30_000,
  retry: false,
});

/** The recipes of a job's materials, for whatever process. */
export const useJobRecipes = (jobId: string) => useQuery({ ...shopQuery(jobId), select: ({ recipes }) => recipes });

export const useUndo = (jobId: string) => {
  const client = useQueryClient();
  return useJobChange((turn: 'undo' | 'redo') => {
    const version = client.getQueryData<JobDetail>(jobKey(jobId))?.version;
    const endpoint = turn === 'undo' ? endpoints.undoInJob : endpoints.redoInJob;
    return ask(endpoint, { id: jobId }, { body: version === undefined ? {} : { version } });
  }, jobId);
};

/** How far a long work is. */
export interface At {
  progress: number;
  doing: string;
}

interface BroughtFile {
  file: Blob;
  fileName: string;
  /** A picture that is to be printed, not traced. */
  isKept: boolean;
  signal: AbortSignal;
  told: (at: At) => void;
}

export const useBringIn = (jobId: string) =>
  useJobChange(({ file, fileName, isKept, signal, told }: BroughtFile) =>
    askLong(
      endpoints.bringIn,
      { id: jobId, artworkId: uuid(), fileName, kept: isKept || null },
      { body: file, signal, told },
    ),
  );

interface ReadWish extends Omit<ReadAgain, 'keep'> {
  artworkId: string;
  signal?: AbortSignal;
  told?: (at: At) => void;
}

const askToRead = async ({ artworkId, signal, told, ...wish }: ReadWish, keep: boolean) =>
  askLong(endpoints.readAgain, { id: artworkId }, { body: { ...wish, keep }, signal, told });

/** Reads a drawing again and keeps it so; a text is set anew. */
export const useReadAgain = () =>
  useJobChange(async (wish: ReadWish) => (await askToRead(wish, true)) as JobAnswer | JobEdited);

/** Looks how a drawing would be read with other choices. */
export const usePreviewReading = () =>
  useMutation({ mutationFn: async (wish: ReadWish) => (await askToRead(wish, false)) as ReadingPreview });

export const useAddText = (jobId: string) =>
  useJobChange((body: NewText) => ask(endpoints.addText, { id: jobId }, { body }));

export const useAddMeasured = (jobId: string) =>
  useJobChange((body: NewMeasured) => ask(endpoints.addMeasured, { id: jobId }, { body }));

/** A text as it would be set; the one before stays until the new one is there. */
export const useTextPreview = (text: TextWish, isWanted: boolean) =>
  useQuery({
    queryKey: [...keysOf(endpoints.textPreview), text],
    queryFn: ({ signal }) => ask(endpoints.textPreview, {}, { body: { text }, signal }),
    enabled: isWanted,
    placeholderData: (before) => before,
    staleTime: Infinity,
    retry: false,
  });

export const useFonts = () => useAsked(endpoints.fonts, {});

export const useKeepFont = () =>
  useWrite(endpoints.keepFont, {
    asked: ({ id, fileName }: { id: string; file: Blob; fileName: string }) => ({ id, fileName }),
    body: ({ file }) => file,
    keptAs: () => keyOf(endpoints.fonts, {}),
  });

export const useWriteNote = (jobId: string) =>
  useJobChange((body: NewNote) => ask(endpoints.writeNote, { id: jobId }, { body }));
export const usePutNoteAway = () =>
  useJobChange(({ id, isArchived }: { id: string; isArchived: boolean }) =>
    ask(endpoints.putNoteAway, { id }, { body: { isArchived } }),
  );
export const usePutJobAway = (id: string) =>
  useJobChange((isArchived: boolean) => ask(endpoints.putJobAway, { id }, { body: { isArchived } }));

export const useTemplates = () => useAsked(endpoints.templates, {}, { refetchOnMount: 'always' });
export const useTemplate = (id: string | null) =>
  useAsked(endpoints.template, { id: id ?? '' }, { enabled: id !== null, refetchOnMount: 'always' });

const keptAsTemplates = () => keyOf(endpoints.templates, {});

export const useKeepTemplate = (jobId: string) => useSend(endpoints.keepTemplate, { id: jobId }, keptAsTemplates);

export const usePutTemplateAway = () =>
  useWrite(endpoints.putTemplateAway, {
    asked: ({ id }: { id: string; isArchived: boolean }) => ({ id }),
    body: ({ isArchived }) => ({ isArchived }),
    keptAs: keptAsTemplates,
  });

function putIn(client: QueryClient, job: JobDetail): Promise<void> {
  client.setQueryData(jobKey(job.id), job);
  return settled(client, job.id);
}

/** A job was changed: lists show it otherwise, and its rules may ask for another material. */
async function settled(client: QueryClient, jobId: string): Promise<void> {
  await Promise.all([
    client.invalidateQueries({ queryKey: keysOf(endpoints.jobs) }),
    client.invalidateQueries({ queryKey: shopQuery(jobId).queryKey, refetchType: 'none' }),
  ]);
}
