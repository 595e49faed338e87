/** Edge: what made it poor, and which grade it has. */
export { EdgePage } from "./Page";
