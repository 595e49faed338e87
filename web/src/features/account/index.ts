export { AccountPage } from "./Page";
