import type { PartMemo } from '@keen-anvil/core/preflight';
import { expose } from 'comlink';
import { inspectStep, type InspectionRequest } from './inspection';

const memo: PartMemo = new Map();
const worker = { inspectStep: (request: InspectionRequest) => inspectStep(request, memo) };
export type InspectWorker = typeof worker;

expose(worker);
