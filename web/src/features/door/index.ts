export { DoorPage } from "./Page";
