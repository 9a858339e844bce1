// The pages of an open job that are made of the same pieces come as one: what two pages share by themselves would come with the first page of all.
export { JobPage } from './job-page';
export { WaysPage } from './ways-page';
export { WindowPage } from './window-page';
