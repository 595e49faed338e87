/** The shop: its schools, its figures, its people. */
export { ShopPage } from "./Page";
