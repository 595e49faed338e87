/** Steel: whether plain oxygen cuts it, and what an unknown piece may be. */
export { SteelPage } from "./Page";
