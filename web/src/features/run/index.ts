export { RunPage } from "./Page";
