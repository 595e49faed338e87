/** The shop's record. */
export { RecordPage } from "./Page";
