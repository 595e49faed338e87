/** Jobs: the list, and one job with its cuts and the bench. */
export { JobPage } from "./JobPage";
export { JobsPage } from "./JobsPage";
