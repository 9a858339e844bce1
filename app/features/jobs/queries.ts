import {
  paths,
  type AskedAction,
  type FontView,
  type JobAnswer,
  type JobDetail,
  type JobEdited,
  type JobSummary,
  type NewJob,
  type NewNote,
  type NewTemplate,
  type NewMeasured,
  type NewText,
  type ReadAgain,
  type ReadingPreview,
  type TemplateDetail,
  type TemplateSummary,
  type TextWish,
} from '@keen-anvil/contract';
import { editedJob, jobView } from '@keen-anvil/contract/job-view';
import { shopFacts, type ShopLists } from '@keen-anvil/core/jobs';
import { useInfiniteQuery, useMutation, useQuery, useQueryClient, type QueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { v4 as uuid } from 'uuid';
import { ApiError, call } from '../api/client';
import { callStreamed } from '../api/stream';
import { answered, asked, confirmedJob, fetched } from './at-once';
import { seeDocument } from './see-document';

/** Calls the server for a job, and works its shapes out. */
async function callForJob(path: string, options: Parameters<typeof call>[1] = {}): Promise<JobDetail> {
  return drawn(await call<JobAnswer>(path, options), options.signal);
}

async function drawn(answer: JobAnswer, signal?: AbortSignal): Promise<JobDetail> {
  return jobView(answer, await seeDocument(answer.id, answer.document, signal));
}

/** The job that is answered with: whole, or as what is different from how the server said it last. */
async function told(client: QueryClient, answer: JobAnswer | JobEdited): Promise<JobDetail> {
  if (!('difference' in answer)) return drawn(answer);
  const before = confirmedJob(answer.id) ?? client.getQueryData<JobDetail>(jobKey(answer.id));
  const edited = before ? editedJob(before, answer) : null;
  return edited ? drawn(edited) : callForJob(paths.job(answer.id));
}

const jobKey = (id: string) => ['jobs', 'one', id];

/** So many jobs come at a time. */
const PAGE = 50;

/** The jobs page by page, the last touched first; or those that were put away. */
export const useJobs = (isArchived: boolean) =>
  useInfiniteQuery({
    queryKey: ['jobs', 'list', isArchived],
    queryFn: ({ pageParam, signal }) => call<JobSummary[]>(paths.jobPage(isArchived, pageParam, PAGE), { signal }),
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
      const job = await callForJob(paths.job(id), { signal });
      const now = client.getQueryState<JobDetail>(jobKey(id));
      // An edit was answered while this was under way, and is not in it yet.
      if (now?.data && now.dataUpdatedAt >= began && now.data.version > job.version) return now.data;
      return fetched(id, job);
    },
    refetchOnMount: 'always',
    structuralSharing: false,
  });
}

export const useCreateJob = () => useJobChange((body: NewJob) => call<JobAnswer>(paths.jobs, { method: 'POST', body }));

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
    ? client.invalidateQueries({ queryKey: ['jobs', 'one'], refetchType: 'none' })
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
      return told(
        client,
        await call<JobAnswer | JobEdited>(paths.jobActions(jobId), { method: 'POST', body }).catch(orStale),
      );
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
  queryKey: ['jobs', 'shop', jobId],
  queryFn: ({ signal }: { signal: AbortSignal }) => call<ShopLists>(paths.jobShop(jobId), { signal }),
  staleTime: 30_000,
  retry: false,
});

/** The recipes of a job's materials, for whatever process. */
export const useJobRecipes = (jobId: string) => useQuery({ ...shopQuery(jobId), select: ({ recipes }) => recipes });

export const useUndo = (jobId: string) => {
  const client = useQueryClient();
  return useJobChange((turn: 'undo' | 'redo') => {
    const version = client.getQueryData<JobDetail>(jobKey(jobId))?.version;
    return call<JobAnswer | JobEdited>(turn === 'undo' ? paths.jobUndo(jobId) : paths.jobRedo(jobId), {
      method: 'POST',
      body: version === undefined ? {} : { version },
    });
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
    callStreamed<JobAnswer | JobEdited>(paths.artwork(jobId, uuid(), fileName, isKept), {
      method: 'PUT',
      body: file,
      signal,
      told,
    }),
  );

/** Reads a drawing again and keeps it so; a text is set anew. */
export const useReadAgain = () =>
  useJobChange(
    ({
      artworkId,
      signal,
      told,
      ...body
    }: Omit<ReadAgain, 'keep'> & { artworkId: string; signal?: AbortSignal; told?: (at: At) => void }) =>
      callStreamed<JobAnswer | JobEdited>(paths.artworkReading(artworkId), {
        method: 'POST',
        body: { ...body, keep: true },
        signal,
        told,
      }),
  );

/** Looks how a drawing would be read with other choices. */
export const usePreviewReading = () =>
  useMutation({
    mutationFn: ({
      artworkId,
      signal,
      told,
      ...body
    }: Omit<ReadAgain, 'keep'> & { artworkId: string; signal?: AbortSignal; told?: (at: At) => void }) =>
      callStreamed<ReadingPreview>(paths.artworkReading(artworkId), {
        method: 'POST',
        body: { ...body, keep: false },
        signal,
        told,
      }),
  });

export const useAddText = (jobId: string) =>
  useJobChange((body: NewText) => call<JobAnswer | JobEdited>(paths.jobTexts(jobId), { method: 'POST', body }));

export const useAddMeasured = (jobId: string) =>
  useJobChange((body: NewMeasured) => call<JobAnswer | JobEdited>(paths.jobShapes(jobId), { method: 'POST', body }));

/** A text as it would be set; the one before stays until the new one is there. */
export const useTextPreview = (text: TextWish, isWanted: boolean) =>
  useQuery({
    queryKey: ['text-preview', text],
    queryFn: ({ signal }) => call<ReadingPreview>(paths.textPreview, { method: 'POST', body: { text }, signal }),
    enabled: isWanted,
    placeholderData: (before) => before,
    staleTime: Infinity,
    retry: false,
  });

export const useFonts = () =>
  useQuery({ queryKey: ['fonts'], queryFn: ({ signal }) => call<FontView[]>(paths.fonts, { signal }) });

export function useKeepFont() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ id, file, fileName }: { id: string; file: Blob; fileName: string }) =>
      call<FontView[]>(paths.font(id, fileName), { method: 'PUT', body: file }),
    onSuccess: (fonts) => client.setQueryData(['fonts'], fonts),
  });
}

export const useWriteNote = (jobId: string) =>
  useJobChange((body: NewNote) => call<JobAnswer>(paths.jobNotes(jobId), { method: 'POST', body }));
export const usePutNoteAway = () =>
  useJobChange(({ id, isArchived }: { id: string; isArchived: boolean }) =>
    call<JobAnswer>(paths.noteArchive(id), { method: 'POST', body: { isArchived } }),
  );
export const usePutJobAway = (id: string) =>
  useJobChange((isArchived: boolean) =>
    call<JobAnswer>(paths.jobArchive(id), { method: 'POST', body: { isArchived } }),
  );

export const useTemplates = () =>
  useQuery({
    queryKey: ['templates'],
    queryFn: ({ signal }) => call<TemplateSummary[]>(paths.templates, { signal }),
    refetchOnMount: 'always',
  });
export const useTemplate = (id: string | null) =>
  useQuery({
    queryKey: ['templates', id],
    queryFn: ({ signal }) => call<TemplateDetail>(paths.template(id!), { signal }),
    enabled: id !== null,
    refetchOnMount: 'always',
  });

export function useKeepTemplate(jobId: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: NewTemplate) => call<TemplateSummary[]>(paths.jobTemplates(jobId), { method: 'POST', body }),
    onSuccess: (templates) => client.setQueryData(['templates'], templates),
  });
}

export function usePutTemplateAway() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ id, isArchived }: { id: string; isArchived: boolean }) =>
      call<TemplateSummary[]>(paths.templateArchive(id), { method: 'POST', body: { isArchived } }),
    onSuccess: (templates) => client.setQueryData(['templates'], templates),
  });
}

function putIn(client: QueryClient, job: JobDetail): Promise<void> {
  client.setQueryData(jobKey(job.id), job);
  return settled(client, job.id);
}

/** A job was changed: lists show it otherwise, and its rules may ask for another material. */
async function settled(client: QueryClient, jobId: string): Promise<void> {
  await Promise.all([
    client.invalidateQueries({ queryKey: ['jobs', 'list'] }),
    client.invalidateQueries({ queryKey: shopQuery(jobId).queryKey, refetchType: 'none' }),
  ]);
}
