export { WorkPage } from "./Page";
