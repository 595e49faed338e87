/** A job's parts on plates. */

export { NestPage } from "./Page";
