export { JobsPage as default } from '../../features/jobs/jobs-page';
