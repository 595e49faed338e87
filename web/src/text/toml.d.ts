declare module "*.toml" {
  const content: Record<string, Record<string, string>>;
  export default content;
}

declare module "*.toml?later" {
  const content: Record<string, Record<string, string>>;
  export default content;
}
