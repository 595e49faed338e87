/** A run card: one plan on one sheet. */
export { CardPage } from "./Page";
