//! The tables as they are written, without the engine's types.

use std::path::Path;

use toml::{Table, Value};

/// Every table file by its name.
pub struct Book {
    baits: Table,
    conditions: Table,
    courses: Table,
    limits: Table,
    hooks: Table,
    lines: Table,
    shapes: Table,
    shape_rules: Table,
    rigs: Vec<Table>,
}

impl Book {
    /// Reads them from beside the source.
    pub fn open() -> Self {
        let data = Path::new(env!("CARGO_MANIFEST_DIR")).join("data");
        let read =
            |path: &Path| -> Table { std::fs::read_to_string(path).unwrap().parse().unwrap() };
        let rigs = std::fs::read_dir(data.join("rigs")).unwrap();
        Self {
            baits: read(&data.join("baits.toml")),
            conditions: read(&data.join("conditions.toml")),
            courses: read(&data.join("courses.toml")),
            limits: read(&data.join("limits.toml")),
            hooks: read(&data.join("hooks.toml")),
            lines: read(&data.join("lines.toml")),
            shapes: read(&data.join("shapes.toml")),
            shape_rules: read(&data.join("rules/shapes.toml")),
            rigs: rigs.map(|f| read(&f.unwrap().path())).collect(),
        }
    }

    pub fn conditions(&self, group: &str) -> &Value {
        &self.conditions[group]
    }
    /// A row of the conditions: bottom, cover, clarity, species, school.
    pub fn condition(&self, list: &str, code: &str) -> &Value {
        row(&self.conditions, list, code)
    }
    pub fn course(&self, code: &str) -> &Value {
        row(&self.courses, "course", code)
    }
    /// A group of the courses' table: `swim`, `hands`.
    pub fn courses(&self, group: &str) -> &Value {
        &self.courses[group]
    }
    /// A number, or the named number that stands in its place.
    pub fn named(&self, value: &Value) -> f64 {
        value
            .as_str()
            .map_or_else(|| number(value), |name| number(&self.limits[name]))
    }
    /// What speaks for shapes besides their traits.
    pub fn shape_rules(&self) -> &[Value] {
        self.shape_rules["shape"].as_array().unwrap()
    }
    pub fn form(&self, code: &str) -> &Value {
        row(&self.baits, "form", code)
    }
    pub fn plastic(&self, code: &str) -> &Value {
        row(&self.baits, "plastic", code)
    }
    pub fn posture(&self, name: &str) -> f64 {
        num(&self.baits["posture"], name)
    }
    pub fn shape(&self, code: &str) -> &Value {
        row(&self.shapes, "shape", code)
    }
    /// Shapes in the order of the table.
    pub fn shape_codes(&self) -> Vec<&str> {
        let all = self.shapes["shape"].as_array().unwrap().iter();
        all.map(|s| s["code"].as_str().unwrap()).collect()
    }
    pub fn line(&self, code: &str) -> &Value {
        row(&self.lines, "line", code)
    }
    pub fn build(&self) -> &Value {
        &self.baits["build"]
    }
    pub fn material(&self, code: &str) -> f64 {
        num(row(&self.lines, "material", code), "density")
    }
    pub fn sizes(&self) -> &[Value] {
        self.hooks["size"].as_array().unwrap()
    }
    pub fn style(&self, code: &str) -> &Value {
        row(&self.hooks, "style", code)
    }
    pub fn wires(&self) -> &[Value] {
        self.hooks["wire"].as_array().unwrap()
    }
    pub fn rig(&self, code: &str) -> &Table {
        let found = self.rigs.iter().find(|r| r["code"].as_str() == Some(code));
        found.unwrap()
    }
}

fn row<'a>(table: &'a Table, list: &str, code: &str) -> &'a Value {
    let mut rows = table[list].as_array().unwrap().iter();
    rows.find(|r| r["code"].as_str() == Some(code)).unwrap()
}

/// A number that must be there.
pub fn num(table: &Value, key: &str) -> f64 {
    number(&table[key])
}

/// A number, or what stands in its place.
pub fn num_or(table: &Value, key: &str, other: f64) -> f64 {
    table.get(key).map_or(other, number)
}

pub fn number(value: &Value) -> f64 {
    #[expect(clippy::cast_precision_loss, reason = "small whole numbers")]
    value
        .as_float()
        .unwrap_or_else(|| value.as_integer().unwrap() as f64)
}

/// On the straight lines between knots; held beyond the first and the last.
pub fn between(knots: &Value, x: f64) -> f64 {
    let knots: Vec<(f64, f64)> = knots
        .as_array()
        .unwrap()
        .iter()
        .map(|k| (number(&k[0]), number(&k[1])))
        .collect();
    let above = knots.iter().position(|k| k.0 >= x);
    match above {
        Some(0) => knots[0].1,
        None => knots[knots.len() - 1].1,
        Some(i) => {
            let ((x0, y0), (x1, y1)) = (knots[i - 1], knots[i]);
            (y0 * (x1 - x) + y1 * (x - x0)) / (x1 - x0)
        }
    }
}
