//! Reads a crate's files: which file uses which, how long they are, what their functions take.

#![allow(clippy::disallowed_methods, reason = "a test of the tree reads the tree")]
#![allow(clippy::unwrap_used, reason = "a tree that cannot be read fails its test")]

use std::collections::{BTreeMap, BTreeSet};
use std::fs;
use std::path::{Path, PathBuf};

use syn::visit::{self, Visit};
use syn::{FnArg, Item, ItemMod, Pat, Signature, Type, UseTree};

/// The files of a crate by module path, `cut::request`; a `mod.rs` has its folder's.
pub struct Crate {
    files: BTreeMap<String, syn::File>,
}

/// What a function takes.
#[derive(Debug, PartialEq)]
pub struct Parameters {
    /// How many, the receiver apart.
    pub taken: usize,
    /// The parts of the widest tuple among them.
    pub widest: usize,
    /// How many are pairs of two types: things of their own that were only put together. What a request is taken apart into
    /// by the server's framework is none.
    pub mixed: usize,
}

/// Every file under a folder with an ending.
fn under(folder: &Path, ending: &str) -> Vec<PathBuf> {
    let mut found = Vec::new();
    for entry in fs::read_dir(folder).unwrap() {
        let path = entry.unwrap().path();
        let skipped = ["node_modules", "target", "dist"];
        if path.is_dir() && !skipped.iter().any(|name| path.ends_with(name)) {
            found.extend(under(&path, ending));
        } else if path.extension().is_some_and(|found| found == ending) {
            found.push(path);
        }
    }
    found.sort();
    found
}

/// The folders of a tree with the number of source files right in each.
pub fn folders(tree: &Path) -> Vec<(String, usize)> {
    let mut counted = BTreeMap::new();
    for ending in ["rs", "ts", "tsx"] {
        for file in under(tree, ending) {
            let folder = file.parent().unwrap().display().to_string();
            *counted.entry(folder).or_insert(0) += 1;
        }
    }
    counted.into_iter().collect()
}

/// Whether a line is code: no blank, no comment.
fn is_code(line: &&str) -> bool {
    const COMMENTS: [&str; 5] = ["//", "/*", "* ", "*/", "{/*"];
    let line = line.trim();
    !line.is_empty() && !COMMENTS.iter().any(|begins| line.starts_with(begins))
}

/// The files of a tree with such an ending and more lines of code than `most`: no blanks, no comments, no tests.
pub fn long_files(tree: &Path, ending: &str, most: usize) -> Vec<(String, usize)> {
    let mut long = Vec::new();
    for file in under(tree, ending) {
        let text = fs::read_to_string(&file).unwrap();
        let of_tests = text.find("#[cfg(test)]").unwrap_or(text.len());
        let code = text[..of_tests].lines().filter(is_code).count();
        if code > most {
            long.push((file.strip_prefix(tree).unwrap().display().to_string(), code));
        }
    }
    long
}

/// The functions of a tree of Rust with more lines of code between their braces than `most`, tests apart.
pub fn long_functions(tree: &Path, most: usize) -> Vec<(String, usize)> {
    let mut long = Vec::new();
    for file in under(tree, "rs") {
        let text = fs::read_to_string(&file).unwrap();
        let place = file.strip_prefix(tree).unwrap().display().to_string();
        for (name, code) in functions(&text) {
            if code > most {
                long.push((format!("{place} {name}"), code));
            }
        }
    }
    long
}

/// Every function of a file with its lines of code between the braces, tests apart.
pub fn functions(text: &str) -> Vec<(String, usize)> {
    let mut bodies = Bodies { lines: text.lines().collect(), found: Vec::new() };
    bodies.visit_file(&syn::parse_file(text).unwrap());
    bodies.found
}

/// Collects the functions of a file by their bodies.
struct Bodies<'t> {
    lines: Vec<&'t str>,
    found: Vec<(String, usize)>,
}

impl Bodies<'_> {
    fn measure(&mut self, signature: &Signature, body: &syn::Block) {
        let braces = body.brace_token.span;
        let (first, last) = (braces.open().start().line, braces.close().start().line);
        // counted from 1: what stands right after the line of the first brace, up to that of the last
        let inside = self.lines.get(first..last.saturating_sub(1)).unwrap_or_default();
        let code = inside.iter().filter(|line| is_code(line)).count();
        self.found.push((signature.ident.to_string(), code));
    }
}

impl<'a> Visit<'a> for Bodies<'_> {
    fn visit_item_mod(&mut self, item: &'a ItemMod) {
        if !is_for_tests(item) {
            visit::visit_item_mod(self, item);
        }
    }

    fn visit_item_fn(&mut self, item: &'a syn::ItemFn) {
        self.measure(&item.sig, &item.block);
        visit::visit_item_fn(self, item);
    }

    fn visit_impl_item_fn(&mut self, item: &'a syn::ImplItemFn) {
        self.measure(&item.sig, &item.block);
        visit::visit_impl_item_fn(self, item);
    }
}

/// The files of a tree of Rust that name a thing.
pub fn naming(tree: &Path, thing: &str) -> Vec<String> {
    let names = |file: &PathBuf| fs::read_to_string(file).unwrap().contains(thing);
    under(tree, "rs").into_iter().filter(names).map(|file| file.display().to_string()).collect()
}

fn is_for_tests(item: &ItemMod) -> bool {
    item.attrs.iter().any(|attribute| {
        attribute.path().is_ident("cfg")
            && attribute.parse_args::<syn::Path>().is_ok_and(|told| told.is_ident("test"))
    })
}

/// Collects every path of a file, as its segments.
struct Paths {
    found: Vec<Vec<String>>,
}

impl Paths {
    fn of_tree(&mut self, tree: &UseTree, before: &[String]) {
        let with = |name: &syn::Ident| {
            let mut path = before.to_vec();
            path.push(name.to_string());
            path
        };
        match tree {
            UseTree::Path(path) => self.of_tree(&path.tree, &with(&path.ident)),
            UseTree::Name(name) => self.found.push(with(&name.ident)),
            UseTree::Rename(name) => self.found.push(with(&name.ident)),
            UseTree::Glob(_) => self.found.push(before.to_vec()),
            UseTree::Group(group) => {
                for tree in &group.items {
                    self.of_tree(tree, before);
                }
            }
        }
    }
}

impl<'a> Visit<'a> for Paths {
    fn visit_item_mod(&mut self, item: &'a ItemMod) {
        if !is_for_tests(item) {
            visit::visit_item_mod(self, item);
        }
    }

    fn visit_item_use(&mut self, item: &'a syn::ItemUse) {
        // what a `mod.rs` passes on is followed through it, not counted as its own
        if matches!(item.vis, syn::Visibility::Inherited) {
            self.of_tree(&item.tree, &[]);
        }
    }

    fn visit_path(&mut self, path: &'a syn::Path) {
        self.found.push(path.segments.iter().map(|part| part.ident.to_string()).collect());
        visit::visit_path(self, path);
    }
}

/// Whether a type is what the server's framework takes out of a request.
fn is_of_a_request(taken: &Type) -> bool {
    let Type::Path(path) = taken else { return false };
    let ends = path.path.segments.last().map(|end| end.ident.to_string());
    path.path.segments[0].ident == "web"
        || ends.is_some_and(|end| ["Caller", "HttpRequest", "Worker"].contains(&end.as_str()))
}

/// Collects the functions of a file.
struct Signatures {
    found: Vec<(String, Parameters)>,
}

impl<'a> Visit<'a> for Signatures {
    fn visit_item_mod(&mut self, item: &'a ItemMod) {
        if !is_for_tests(item) {
            visit::visit_item_mod(self, item);
        }
    }

    fn visit_signature(&mut self, signature: &'a Signature) {
        let mixed = |given: &&FnArg| match given {
            FnArg::Typed(typed) => match &*typed.ty {
                Type::Tuple(tuple) => {
                    tuple.elems.iter().any(|part| part != &tuple.elems[0])
                        && !tuple.elems.iter().all(is_of_a_request)
                }
                _ => false,
            },
            FnArg::Receiver(_) => false,
        };
        let parts = |given: &FnArg| match given {
            FnArg::Typed(typed) => match (&*typed.pat, &*typed.ty) {
                (Pat::Tuple(pattern), _) => pattern.elems.len(),
                (_, Type::Tuple(tuple)) => tuple.elems.len(),
                _ => 1,
            },
            FnArg::Receiver(_) => 0,
        };
        let taken = signature.inputs.iter().filter(|one| matches!(one, FnArg::Typed(_))).count();
        let widest = signature.inputs.iter().map(parts).max().unwrap_or(0);
        let mixed = signature.inputs.iter().filter(mixed).count();
        self.found.push((signature.ident.to_string(), Parameters { taken, widest, mixed }));
    }
}

impl Crate {
    /// Reads the sources under a folder.
    pub fn read(src: &Path) -> Self {
        let mut files = BTreeMap::new();
        for path in under(src, "rs") {
            let inside = path.strip_prefix(src).unwrap().with_extension("");
            let mut parts: Vec<_> =
                inside.iter().map(|part| part.to_str().unwrap().to_owned()).collect();
            if parts.last().is_some_and(|last| last == "mod") {
                parts.pop();
            }
            let text = fs::read_to_string(&path).unwrap();
            files.insert(parts.join("::"), syn::parse_file(&text).unwrap());
        }
        files.remove("main");
        Self { files }
    }

    /// What a file passes on by `pub use`: name to the path it comes from.
    fn passed_on(&self, file: &str) -> BTreeMap<String, Vec<String>> {
        let mut all = BTreeMap::new();
        for item in self.files.get(file).map_or(&[][..], |file| &file.items) {
            let Item::Use(item) = item else { continue };
            if matches!(item.vis, syn::Visibility::Inherited) {
                continue;
            }
            let mut paths = Paths { found: Vec::new() };
            paths.of_tree(&item.tree, &[]);
            for path in paths.found {
                let name = path.last().unwrap().clone();
                all.insert(name, path);
            }
        }
        all
    }

    /// The file that a path in `file` leads to; `None` for what is not of this crate.
    fn leads_to(&self, file: &str, path: &[String]) -> Option<String> {
        let mut here: Vec<String> =
            if file == "lib" { vec![] } else { file.split("::").map(str::to_owned).collect() };
        let mut rest = path;
        // `self` as a value, `crate` as a visibility
        if path.len() < 2 {
            return None;
        }
        match rest.first()?.as_str() {
            "crate" => {
                here.clear();
                rest = &rest[1..];
            }
            "self" => rest = &rest[1..],
            "super" => {
                while rest.first().is_some_and(|part| part == "super") {
                    here.pop();
                    rest = &rest[1..];
                }
            }
            first => {
                // a child of this file by its bare name, or nothing of this crate
                let child = [file, first].join("::");
                if !self.files.contains_key(&child) {
                    return None;
                }
            }
        }
        while let Some(next) = rest.first() {
            let mut longer = here.clone();
            longer.push(next.clone());
            if !self.files.contains_key(&longer.join("::")) {
                break;
            }
            here = longer;
            rest = &rest[1..];
        }
        let reached = if here.is_empty() { "lib".to_owned() } else { here.join("::") };
        match rest.first().and_then(|name| self.passed_on(&reached).remove(name)) {
            Some(origin) => self.leads_to(&reached, &origin),
            None => Some(reached),
        }
    }

    /// For every file, the other files it uses.
    pub fn uses(&self) -> BTreeMap<String, BTreeSet<String>> {
        let used = |name: &String, file: &syn::File| {
            let mut paths = Paths { found: Vec::new() };
            paths.visit_file(file);
            paths
                .found
                .iter()
                .filter_map(|path| self.leads_to(name, path))
                .filter(|other| other != name && self.files.contains_key(other))
                .collect()
        };
        self.files.iter().map(|(name, file)| (name.clone(), used(name, file))).collect()
    }

    /// Every function with what it takes, tests apart.
    pub fn signatures(&self) -> Vec<(String, Parameters)> {
        let mut all = Vec::new();
        for (name, file) in &self.files {
            let mut signatures = Signatures { found: Vec::new() };
            signatures.visit_file(file);
            all.extend(
                signatures
                    .found
                    .into_iter()
                    .map(|(function, taken)| (format!("{name}::{function}"), taken)),
            );
        }
        all
    }
}
