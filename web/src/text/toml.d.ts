declare module "*.toml" {
  const content: Record<string, Record<string, string>>;
  export default content;
}
