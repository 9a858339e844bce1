import { expose } from 'comlink';
import { inspectStep } from './inspection';

const worker = { inspectStep };
export type InspectWorker = typeof worker;

expose(worker);
