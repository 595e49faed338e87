//! The tree as docs/architecture.md draws it: who may use whom, no circles, small folders, files and
//! signatures. Every path of core and server is read from the parsed code, `use` lists in braces too.

mod tree;

use std::collections::{BTreeMap, BTreeSet};
use std::path::{Path, PathBuf};

use tree::{Crate, Parameters, folders, functions, long_files, long_functions, naming};

/// The rooms of core, each under the rooms it may use. What is not named here is the ground floor.
const CORE: [&str; 11] =
    ["steel", "section", "gas", "tip", "cut", "work", "layout", "setup", "edge", "record", "entry"];

/// The rooms of the server in the order that data flows; a room uses itself and those before it.
const SERVER: [&str; 35] = [
    "error",
    "panics",
    "queue",
    "config",
    "photo",
    "wire",
    "store",
    "http",
    "doors",
    "api::steel",
    "api::section",
    "api::gas",
    "api::tip",
    "api::layout",
    "api::cut",
    "api::work",
    "plan",
    "api::setup",
    "api::entry",
    "api::record",
    "api::edge",
    "api::shop",
    "api::layout::paths",
    "api::layout::out",
    "api::job",
    "api::run",
    "api::people",
    "work",
    "api",
    "backup",
    "start",
    "web_app",
    "tls",
    "demo",
    "lib",
];

/// A folder holds at most so many files.
const FILES: usize = 22;
/// A file holds at most so many lines of code: no blanks, no comments, no tests.
const LINES: usize = 300;
/// A component holds at most so many.
const COMPONENT: usize = 200;
/// A function holds at most so many lines of code between its braces; most hold fewer than ten.
const FUNCTION: usize = 40;
/// A function takes at most so many parameters, its receiver apart.
const PARAMETERS: usize = 4;

fn root() -> PathBuf {
    Path::new(env!("CARGO_MANIFEST_DIR")).join("..")
}

fn core() -> Crate {
    Crate::read(&root().join("core/src"))
}

fn server() -> Crate {
    Crate::read(&root().join("server/src"))
}

/// The place of a file among rooms, by the longest name that holds it; `None` for the ground floor.
fn room(rooms: &[&str], file: &str) -> Option<usize> {
    let holds = |name: &str| file == name || file.starts_with(&format!("{name}::"));
    (0..rooms.len()).filter(|at| holds(rooms[*at])).max_by_key(|at| rooms[*at].len())
}

fn upward(source: &Crate, rooms: &[&str]) -> Vec<String> {
    let mut found = Vec::new();
    for (file, used) in source.uses() {
        for other in used {
            // the ground floor stands under all rooms and uses none
            let (from, to) = (room(rooms, &file), room(rooms, &other));
            if to.is_some_and(|to| from.is_none_or(|from| from < to)) {
                found.push(format!("{file} uses {other}"));
            }
        }
    }
    found
}

#[test]
fn a_domain_of_core_uses_only_itself_the_ground_floor_and_those_above() {
    assert_eq!(upward(&core(), &CORE), Vec::<String>::new());
}

#[test]
fn every_room_of_the_server_is_named_and_uses_only_those_before_it() {
    let server = server();
    assert_eq!(upward(&server, &SERVER), Vec::<String>::new());
    let nameless: Vec<_> =
        server.uses().into_keys().filter(|file| room(&SERVER, file).is_none()).collect();
    assert_eq!(nameless, Vec::<String>::new());
}

/// Files that reach each other, smallest circles first found by walking on from each file.
fn circles(uses: &BTreeMap<String, BTreeSet<String>>) -> Vec<String> {
    let reach = |from: &str| {
        let (mut seen, mut next) = (BTreeSet::new(), vec![from.to_owned()]);
        while let Some(file) = next.pop() {
            for other in uses.get(&file).into_iter().flatten() {
                if seen.insert(other.clone()) {
                    next.push(other.clone());
                }
            }
        }
        seen
    };
    let all: BTreeMap<_, _> = uses.keys().map(|file| (file, reach(file))).collect();
    let round: Vec<_> = all.iter().filter(|(file, seen)| seen.contains(**file)).collect();
    let inside = |file: &str| round.iter().any(|(other, _)| other.as_str() == file);
    round
        .iter()
        .map(|(file, _)| {
            let on: Vec<_> = uses[file.as_str()].iter().filter(|other| inside(other)).collect();
            format!("{file} -> {on:?}")
        })
        .collect()
}

#[test]
fn no_files_of_core_stand_in_a_circle() {
    assert_eq!(circles(&core().uses()), Vec::<String>::new());
}

#[test]
fn no_files_of_the_server_stand_in_a_circle() {
    assert_eq!(circles(&server().uses()), Vec::<String>::new());
}

#[test]
fn no_files_of_the_nest_stand_in_a_circle() {
    let nest = Crate::read(&root().join("nest/src"));
    assert_eq!(circles(&nest.uses()), Vec::<String>::new());
}

#[test]
fn a_circle_is_found_where_there_is_one() {
    let of = |names: &[&str]| names.iter().map(|name| (*name).to_owned()).collect();
    let uses = BTreeMap::from([
        ("a".to_owned(), of(&["b"])),
        ("b".to_owned(), of(&["c", "d"])),
        ("c".to_owned(), of(&["a"])),
        ("d".to_owned(), of(&[])),
    ]);
    assert_eq!(circles(&uses), ["a -> [\"b\"]", "b -> [\"c\"]", "c -> [\"a\"]"]);
}

#[test]
fn a_path_is_followed_to_the_file_that_defines_it() {
    let uses = core().uses();
    // `cut::Request` is passed on by cut/mod.rs, and read in braces in the settings
    assert!(uses["cut::compare"].contains("cut::request"));
    assert!(!uses["cut::compare"].contains("cut"));
    assert!(uses["cut::settings"].contains("trace"));
}

#[test]
fn a_folder_is_seen_at_a_glance() {
    let trees = ["core", "server", "web/src", "e2e"];
    let full: Vec<_> = trees
        .iter()
        .flat_map(|tree| folders(&root().join(tree)))
        .filter(|(_, files)| *files > FILES)
        .collect();
    assert_eq!(full, Vec::<(String, usize)>::new());
}

#[test]
fn a_file_is_read_in_one_sitting() {
    let trees = ["core/src", "server/src", "e2e/src", "e2e/tests"];
    let long: Vec<_> =
        trees.iter().flat_map(|tree| long_files(&root().join(tree), "rs", LINES)).collect();
    assert_eq!(long, Vec::<(String, usize)>::new());
    let components = long_files(&root().join("web/src"), "tsx", COMPONENT);
    assert_eq!(components, Vec::<(String, usize)>::new());
}

#[test]
fn a_function_is_read_without_scrolling() {
    let trees = ["core/src", "server/src", "nest/src", "e2e/src"];
    let long: Vec<_> =
        trees.iter().flat_map(|tree| long_functions(&root().join(tree), FUNCTION)).collect();
    assert_eq!(long, Vec::<(String, usize)>::new());
}

#[test]
fn a_function_is_measured_between_its_braces() {
    let text = "
        impl Torch {
            fn lit(&self) -> bool {
                // neither this
                let flame = self.flame();

                flame.is_some()
            }
            fn out(&self) -> bool { !self.lit() }
        }
        #[cfg(test)]
        mod tests {
            fn told() {
                let one = 1;
            }
        }
    ";
    assert_eq!(functions(text), [("lit".to_owned(), 2), ("out".to_owned(), 0)]);
}

/// What is asked of the database can stand in a transaction: whoever asks says where.
#[test]
fn the_store_takes_an_executor_or_a_connection_and_never_the_pool() {
    let pools = naming(&root().join("server/src/store"), "PgPool");
    assert_eq!(pools, Vec::<String>::new());
}

#[test]
fn a_call_is_read_without_counting() {
    let long: Vec<_> = [core(), server()]
        .iter()
        .flat_map(Crate::signatures)
        .filter(|(_, Parameters { taken, widest, .. })| *taken > PARAMETERS || *widest > 2)
        .collect();
    assert_eq!(long, Vec::<(String, Parameters)>::new());
}

/// A pair of two types says nothing that two parameters, or a struct where they are too many, would not say with their names.
#[test]
fn a_pair_is_of_one_type() {
    let paired: Vec<_> = [core(), server()]
        .iter()
        .flat_map(Crate::signatures)
        .filter(|(_, it)| it.mixed > 0)
        .collect();
    assert_eq!(paired, Vec::<(String, Parameters)>::new());
}
