/** The rack: what the shop owns, with the tip drawer and its makers’ charts. */
export { RackPage } from "./Page";
