/** Every query key, in one place. */
export const keys = {
  today: ["today"] as const,
  jobs: ["jobs"] as const,
  job: (id: string) => ["jobs", id] as const,
  deletedJob: ["deleted-job"] as const,
  people: ["people"] as const,
  shop: ["shop"] as const,
  reference: ["reference"] as const,
  plan: (id: string) => ["plans", id] as const,
  line: (text: string) => ["entry", text] as const,
  draft: (jobId: string | null, input: unknown) => ["draft", jobId, input] as const,
};
