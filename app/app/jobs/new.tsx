export { NewJobPage as default } from '../../features/jobs/new-job-page';
