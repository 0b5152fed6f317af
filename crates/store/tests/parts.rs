//! The tables that lie in parts by their owner: every query that the code has is planned.
#![expect(clippy::unwrap_used, reason = "a test may fail loudly")]

use std::collections::{BTreeMap, BTreeSet};
use std::path::Path;

use serde_json::Value;
use sqlx::{Connection, PgConnection, PgPool};

const OWNER: &str = "'00000000-0000-4000-8000-000000000007'";

/// Every checked query with the types of its parameters.
fn queries() -> Vec<(String, Vec<String>)> {
    let folder = Path::new(env!("CARGO_MANIFEST_DIR")).join("../../.sqlx");
    let files = std::fs::read_dir(folder).unwrap();
    let read = |file: std::io::Result<std::fs::DirEntry>| -> (String, Vec<String>) {
        let text = std::fs::read_to_string(file.unwrap().path()).unwrap();
        let json: Value = serde_json::from_str(&text).unwrap();
        let types = json["describe"]["parameters"]["Left"].as_array().unwrap();
        let name = |t: &Value| match t.as_str() {
            Some(name) => name.to_owned(),
            None => t["Custom"]["name"].as_str().unwrap_or("text").to_owned(),
        };
        (
            json["query"].as_str().unwrap().to_owned(),
            types.iter().map(name).collect(),
        )
    };
    files.map(read).collect()
}

/// A value of a type, as a query writes it.
fn dummy(kind: &str) -> String {
    match kind {
        "Uuid" => OWNER.to_owned(),
        array if array.ends_with("Array") || array.ends_with("[]") => "'{}'".to_owned(),
        "Int2" | "Int4" | "Int8" | "Float8" | "Float4" => "1".to_owned(),
        "Bool" => "false".to_owned(),
        "Jsonb" | "Json" => "'{}'".to_owned(),
        "Date" => "'2026-05-01'".to_owned(),
        "Timestamptz" => "'2026-05-01T00:00:00Z'".to_owned(),
        "Bytea" => "'\\x00'".to_owned(),
        _ => "'x'".to_owned(),
    }
}

/// The parts of tables that a plan reads or writes.
fn parts(plan: &Value, found: &mut BTreeMap<String, BTreeSet<String>>) {
    if let Some((table, part)) = plan["Relation Name"]
        .as_str()
        .and_then(|name| name.rsplit_once("_p"))
        && part.parse::<u8>().is_ok()
    {
        let parts = found.entry(table.to_owned()).or_default();
        parts.insert(part.to_owned());
    }
    match plan {
        Value::Array(all) => all.iter().for_each(|p| parts(p, found)),
        Value::Object(all) => all.values().for_each(|p| parts(p, found)),
        _ => {}
    }
}

/// Each query of an owner's rows touches one part of a table. Two kinds are asked of everybody: what
/// is swept by the clock, and the one pick that an address shows to whoever has it.
#[sqlx::test]
async fn a_query_touches_one_part(pool: PgPool) {
    let mut options = PgConnection::connect_with(&pool.connect_options())
        .await
        .unwrap();
    let at = &mut options;
    sqlx::query("set plan_cache_mode = force_custom_plan")
        .execute(&mut *at)
        .await
        .unwrap();
    let of_all = [
        "interval '30 days'",
        "interval '400 days'",
        "where share = $1",
    ];
    let (mut seen, mut wide) = (0, 0);
    for (n, (query, types)) in queries().into_iter().enumerate() {
        let first = query.split_whitespace().next().unwrap().to_lowercase();
        if !["select", "insert", "update", "delete", "with"].contains(&first.as_str()) {
            continue;
        }
        let run = async |at: &mut PgConnection, text: String| -> Value {
            let text = sqlx::AssertSqlSafe(text);
            sqlx::query_scalar(text).fetch_one(at).await.unwrap()
        };
        let prepare = format!("prepare q{n} as {query}");
        sqlx::raw_sql(sqlx::AssertSqlSafe(prepare))
            .execute(&mut *at)
            .await
            .unwrap();
        let values: Vec<String> = types.iter().map(|t| dummy(t)).collect();
        let given = if values.is_empty() {
            String::new()
        } else {
            format!("({})", values.join(", "))
        };
        let plan = run(
            &mut *at,
            format!("explain (format json) execute q{n}{given}"),
        )
        .await;
        let mut found = BTreeMap::new();
        parts(&plan, &mut found);
        let most = found.values().map(BTreeSet::len).max().unwrap_or(0);
        if of_all.iter().any(|words| query.contains(words)) {
            wide += usize::from(most == 16);
            continue;
        }
        seen += usize::from(most == 1);
        assert!(most <= 1, "{query}: {found:?}");
    }
    assert!(seen >= 30 && wide >= 3, "{seen} of one part, {wide} of all");
}
