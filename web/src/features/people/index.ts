export { PeoplePage } from "./Page";
