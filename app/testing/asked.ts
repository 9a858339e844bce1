/** What is sent to have something done to a job, whatever ids and version it has. */
export const asked = (action: object): { version: unknown; action: object } => ({
  version: expect.any(Number),
  action: { id: expect.any(String), ...action },
});
