/** The form of jobs, once its scripts are there. */
export const jobForm = () => import('./job-form');
