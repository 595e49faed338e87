/** Today: what is next, what was last, and a cut without a job. */
export { TodayPage } from "./Page";
