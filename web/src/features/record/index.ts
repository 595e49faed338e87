/** The shop's record. */

export { JobRecordPage } from "./JobRecordPage";
export { RecordPage } from "./Page";
export { QuotePage } from "./quote/QuotePage";
