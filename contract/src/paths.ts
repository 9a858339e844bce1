/** Every address of the API, in one place for both sides. */
export const paths = {
  bench: '/api/bench',
  materials: '/api/materials',
  material: (id: string) => `/api/materials/${id}`,
  machines: '/api/machines',
  tools: '/api/tools',
  recipes: '/api/recipes',
  recipe: (id: string) => `/api/recipes/${id}`,
  recipeRevisions: (id: string) => `/api/recipes/${id}/revisions`,
  jobs: '/api/jobs',
  job: (id: string) => `/api/jobs/${id}`,
  artwork: (jobId: string, artworkId: string, fileName: string) =>
    `/api/jobs/${jobId}/artworks/${artworkId}?fileName=${encodeURIComponent(fileName)}`,
  artworkFile: (id: string) => `/api/artworks/${id}/file`,
  step: (id: string) => `/api/steps/${id}`,
  stepFile: (id: string) => `/api/steps/${id}/machine-file`,
  placements: (stepId: string) => `/api/steps/${stepId}/placements`,
  runs: (jobId: string) => `/api/jobs/${jobId}/runs`,
  run: (id: string) => `/api/runs/${id}`,
  runAction: (id: string) => `/api/runs/${id}/actions`,
  runOutcome: (id: string) => `/api/runs/${id}/outcome`,
  runEvents: (id: string) => `/api/runs/${id}/events`,
} as const;
