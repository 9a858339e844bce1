import type { JobDocument } from '@keen-anvil/core/jobs';
import { Easing } from 'react-native';
import type * as makings from '@keen-anvil/core/makings';
import type * as jobAnswer from './job-answer';

type JobAnswers = typeof jobAnswer;

// Animations read their curve when they begin, from timers: by then a busy machine may have ended the test file.
Easing.ease(0.5);

// The router wants a browser; a test that looks where it leads puts its own here.
jest.mock('expo-router', () => ({
  useRouter: () => ({
    push: () => undefined,
    replace: () => undefined,
    navigate: () => undefined,
    back: () => undefined,
    canGoBack: () => false,
  }),
  usePathname: () => '/',
  useLocalSearchParams: () => ({}),
}));

// Shapes are worked out in a worker, and there is none here: a test has those that it answers with.
jest.mock('../features/jobs/see-document', () => ({
  seeDocument: async (_jobId: string, document: JobDocument) =>
    jest.requireActual<JobAnswers>('./job-answer').seenInTest(document),
  changeDocument: async () => null,
  tryInWorker: async (...asked: Parameters<typeof makings.tryOut>) =>
    jest.requireActual<typeof makings>('@keen-anvil/core/makings').tryOut(...asked),
}));
