/** The shop's record. */

export { JobRecordPage } from "./of-job/Page";
export { RecordPage } from "./Page";
export { QuotePage } from "./quote/QuotePage";
