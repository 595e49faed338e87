/** Laying out a part on a plate. */
export { LayoutPage } from "./Page";
