/** Every query key, in one place. */
export const keys = {
  today: ["today"] as const,
  jobs: ["jobs"] as const,
  job: (id: string) => ["jobs", id] as const,
  deletedJob: ["deleted-job"] as const,
  people: ["people"] as const,
  shop: ["shop"] as const,
  rack: ["rack"] as const,
  gasPlan: (id: string) => ["gas-plan", id] as const,
  jobTips: (id: string) => ["job-tips", id] as const,
  fuels: (jobId: string | null, input: unknown) => ["fuels", jobId, input] as const,
  sensitivity: (jobId: string | null, input: unknown, quantity: string) =>
    ["sensitivity", jobId, input, quantity] as const,
  burns: ["burns"] as const,
  diagnosis: (answers: unknown) => ["diagnosis", answers] as const,
  cuttability: (body: unknown) => ["cuttability", body] as const,
  unknown: (answers: readonly string[]) => ["unknown", answers] as const,
  reference: ["reference"] as const,
  plan: (id: string) => ["plans", id] as const,
  line: (text: string) => ["entry", text] as const,
  draft: (jobId: string | null, input: unknown) => ["draft", jobId, input] as const,
};
