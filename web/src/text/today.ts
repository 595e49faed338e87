/** What the shop's morning says. */
export const MORNING = {
  title: "This morning",
  gas: "Gas at hand:",
  stopped: "Stopped:",
  standing: "Still standing its 24 h:",
  due: "Due:",
  dirty: "To be cleaned:",
  more: "more",
  unusable: "Not to be used:",
  toJobs: "Jobs",
  toRack: "Rack",
  edges: "Last edges:",
  open: "not settled",
  toEdges: "Edge",
  learned: "Learned this week:",
  toRecord: "Record",
} as const;
