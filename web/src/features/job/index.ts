/** Jobs: the list, and one job with its cuts and the bench. */

export { GasPage } from "./gas/Page";
export { JobPage } from "./JobPage";
export { JobsPage } from "./JobsPage";
export { ListPage } from "./list";
