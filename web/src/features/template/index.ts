export { TemplatePage } from "./Page";
