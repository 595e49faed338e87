//! A shop in one file: restored row by row, and refused where the file or the database is not what it should be.

use std::collections::BTreeMap;
use std::path::PathBuf;

use galvanon_server::MIGRATIONS;
use galvanon_server::backup::{BackupError, backup, before_migrating, restore};
use galvanon_server::start::migrated;
use serde_json::json;
use sqlx::postgres::PgConnectOptions;
use sqlx::{AssertSqlSafe, Connection, PgConnection, PgPool};
use uuid::Uuid;

use crate::test_app::TestApp;

/// A folder that is gone with the test.
struct Folder(PathBuf);

impl Folder {
    fn new() -> Self {
        let path = std::env::temp_dir().join(format!("galvanon-{}", Uuid::now_v7().simple()));
        std::fs::create_dir(&path).unwrap();
        Self(path)
    }

    fn file(&self, name: &str) -> PathBuf {
        self.0.join(name)
    }
}

impl Drop for Folder {
    fn drop(&mut self) {
        let _ = std::fs::remove_dir_all(&self.0);
    }
}

async fn empty_database() -> PgPool {
    let server = std::env::var("GALVANON_TEST_DATABASE").unwrap();
    let name = format!("restored_{}", Uuid::now_v7().simple());
    let mut admin = PgConnection::connect(&server).await.unwrap();
    let sql = AssertSqlSafe(format!("CREATE DATABASE {name}"));
    sqlx::query(sql).execute(&mut admin).await.unwrap();
    let options: PgConnectOptions = server.parse().unwrap();
    PgPool::connect_with(options.database(&name)).await.unwrap()
}

/// Every row of every table, as text.
async fn rows(pool: &PgPool) -> BTreeMap<String, Vec<String>> {
    let tables = "SELECT relname::text FROM pg_class
        WHERE relnamespace = 'public'::regnamespace AND relkind = 'r' AND relname <> '_sqlx_migrations'";
    let tables: Vec<String> = sqlx::query_scalar(tables).fetch_all(pool).await.unwrap();
    let mut all = BTreeMap::new();
    for table in tables {
        let sql = AssertSqlSafe(format!("SELECT t::text FROM {table} t ORDER BY t::text"));
        all.insert(table, sqlx::query_scalar(sql).fetch_all(pool).await.unwrap());
    }
    all
}

async fn demo_shop() -> TestApp {
    let app = TestApp::demo().await;
    // a job at the torch, so that events have their order of arrival
    let jobs = app.get("/api/v1/jobs").await.body;
    let job = jobs["jobs"][0]["job"]["id"].as_str().unwrap().to_owned();
    note_at(&app, &job, "before").await;
    app
}

async fn note_at(app: &TestApp, job: &str, text: &str) {
    let event = json!({
        "id": Uuid::now_v7(),
        "happened_at": "2026-11-28T09:00:00Z",
        "kind": "note",
        "body": { "text": text },
    });
    let path = format!("/api/v1/jobs/{job}/run/events?fuel=acetylene");
    let reply = app.post(&path, &json!({ "events": [event] })).await;
    assert_eq!(reply.status, 200, "{}", reply.body);
}

#[tokio::test]
async fn a_restored_shop_holds_every_row_and_goes_on_counting() {
    let (app, folder) = (demo_shop().await, Folder::new());
    let file = folder.file("shop.galvanon");
    let before = rows(&app.pool).await;
    backup(&app.pool, &file).await.unwrap();
    let pool = empty_database().await;
    restore(&pool, &file).await.unwrap();
    let after = rows(&pool).await;
    let keys: Vec<_> = after.keys().collect();
    assert_eq!(before.keys().collect::<Vec<_>>(), keys);
    for (table, there) in &before {
        assert_eq!(there, &after[table], "{table}");
    }
    for table in ["jobs", "job_lines", "gear", "people", "plans", "photos", "burns", "run_events"] {
        assert!(!after[table].is_empty(), "the demo fills {table}");
    }
    // the next event comes behind those that were restored
    let next = "INSERT INTO run_events (id, job_id, run_id, happened_at, kind, body, made_from)
        SELECT $1, job_id, run_id, now(), kind, body, made_from FROM run_events LIMIT 1 RETURNING arrival";
    let last: i64 =
        sqlx::query_scalar("SELECT max(arrival) FROM run_events").fetch_one(&pool).await.unwrap();
    let next: i64 = sqlx::query_scalar(next).bind(Uuid::now_v7()).fetch_one(&pool).await.unwrap();
    assert!(next > last, "{next} after {last}");
}

#[tokio::test]
async fn a_filled_database_is_left_as_it_is() {
    let (app, folder) = (TestApp::start().await, Folder::new());
    let file = folder.file("shop.galvanon");
    backup(&app.pool, &file).await.unwrap();
    let refused = restore(&app.pool, &file).await;
    assert!(matches!(refused, Err(BackupError::NotEmpty(tables)) if tables > 10), "{refused:?}");
    let taken = backup(&app.pool, &file).await;
    assert!(matches!(taken, Err(BackupError::Taken(path)) if path == file));
    let nothing = backup(&empty_database().await, &folder.file("none.galvanon")).await;
    assert!(matches!(nothing, Err(BackupError::NoShop)), "{nothing:?}");
    assert_eq!(std::fs::read_dir(&folder.0).unwrap().count(), 1, "nothing half is left");
}

#[tokio::test]
async fn a_file_that_is_not_as_it_was_written_is_refused() {
    let (app, folder) = (TestApp::start().await, Folder::new());
    let file = folder.file("shop.galvanon");
    backup(&app.pool, &file).await.unwrap();
    let whole = std::fs::read(&file).unwrap();
    let mut changed = whole.clone();
    let middle = whole.len() / 2;
    changed[middle] ^= 1;
    let cases: [(&str, Vec<u8>); 4] = [
        ("changed", changed),
        ("cut off", whole[..whole.len() - 100].to_vec()),
        ("empty", Vec::new()),
        ("another", b"PGDMP".to_vec()),
    ];
    let pool = empty_database().await;
    for (name, bytes) in cases {
        let path = folder.file(name);
        std::fs::write(&path, bytes).unwrap();
        let refused = restore(&pool, &path).await;
        let told = matches!(refused, Err(BackupError::Damaged(_) | BackupError::Foreign(..)));
        assert!(told, "{name}: {refused:?}");
        assert!(rows(&pool).await.is_empty(), "{name} left something");
    }
    restore(&pool, &file).await.unwrap();
}

#[tokio::test]
async fn a_backup_of_an_older_version_is_migrated_and_of_a_newer_one_refused() {
    let folder = Folder::new();
    let newest = MIGRATIONS.iter().map(|migration| migration.version).max().unwrap();
    let old = empty_database().await;
    MIGRATIONS.run_to(newest - 1, &old).await.unwrap();
    sqlx::query(
        "INSERT INTO people (id, name, handedness, made_from) VALUES ($1, 'Ada', 'left', '{}')",
    )
    .bind(Uuid::now_v7())
    .execute(&old)
    .await
    .unwrap();
    let file = before_migrating(&old, &folder.file("kept")).await.unwrap().unwrap();
    let pool = empty_database().await;
    restore(&pool, &file).await.unwrap();
    let people: Vec<String> =
        sqlx::query_scalar("SELECT name FROM people").fetch_all(&pool).await.unwrap();
    assert_eq!(people, ["Ada"]);
    let at: i64 = sqlx::query_scalar("SELECT max(version) FROM _sqlx_migrations")
        .fetch_one(&pool)
        .await
        .unwrap();
    assert_eq!(at, newest);
    assert_eq!(before_migrating(&pool, &folder.file("kept")).await.unwrap(), None);

    sqlx::query("UPDATE _sqlx_migrations SET version = version + 1000 WHERE version = $1")
        .bind(newest)
        .execute(&pool)
        .await
        .unwrap();
    let later = folder.file("later.galvanon");
    backup(&pool, &later).await.unwrap();
    let refused = restore(&empty_database().await, &later).await;
    let told = matches!(refused, Err(BackupError::Newer { file, known }) if file == newest + 1000 && known == newest);
    assert!(told, "{refused:?}");
}

/// Two servers that start together on an older database both backed it up into one file, and one of them failed.
#[actix_web::test]
async fn two_servers_that_start_on_an_older_database_both_come_up_and_one_migrates() {
    let (folder, pool) = (Folder::new(), empty_database().await);
    let known: Vec<i64> = MIGRATIONS.iter().map(|migration| migration.version).collect();
    MIGRATIONS.run_to(known[known.len() - 2], &pool).await.unwrap();
    let backups = folder.file("kept");
    let (one, other) = tokio::join!(migrated(&pool, &backups), migrated(&pool, &backups));
    let files = [one.unwrap(), other.unwrap()];
    assert_eq!(files.iter().flatten().count(), 1, "{files:?}");
    assert_eq!(std::fs::read_dir(&backups).unwrap().count(), 1);
    assert_eq!(migrated(&pool, &backups).await.unwrap(), None);
}

#[actix_web::test]
async fn a_backup_that_fails_leaves_nothing_behind() {
    let (folder, app) = (Folder::new(), demo_shop().await);
    let mut other = app.pool.begin().await.unwrap();
    sqlx::query("LOCK TABLE run_events IN ACCESS EXCLUSIVE MODE")
        .execute(&mut *other)
        .await
        .unwrap();
    // the pool of pages waits two seconds for a lock, and fails in the middle of the file
    let failed = backup(&app.pool, &folder.file("shop.galvanon")).await;
    assert!(matches!(failed, Err(BackupError::Database(_))), "{failed:?}");
    let left: Vec<_> = std::fs::read_dir(&folder.0).unwrap().collect();
    assert!(left.is_empty(), "{left:?}");
    other.rollback().await.unwrap();
    backup(&app.pool, &folder.file("shop.galvanon")).await.unwrap();
    assert_eq!(std::fs::read_dir(&folder.0).unwrap().count(), 1);
}
