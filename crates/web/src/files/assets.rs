//! Styles, scripts and fonts: which there are, and by which version they are asked for.
//!
//! The version is a digest of all of them, so that a page never meets a script of another
//! version: its addresses end in the version, and a device keeps them under it.

use std::io::Read as _;
use std::path::Path;
use std::sync::OnceLock;

use actix_web::web::Bytes;
use flate2::read::GzDecoder;
use sha2::{Digest, Sha256};
use yarrowfen_pages::offline::made;

use super::CSP;

/// Folders and files that a device keeps to make pages by itself.
const KEPT: &[&str] = &["css", "js", "vendor", "img", "offline"];
/// The worker's own code, which the browser keeps by itself: the files of a folder, one after the
/// other in this order.
const WORKER: &str = "offline/worker/";
const WORKER_FILES: [&str; 8] = [
    "store", "clock", "engine", "device", "send", "pages", "forms", "main",
];

/// The module for devices, below the folder: it is kept packed, as nearly all take it.
const MODULE: &str = "offline/pages.wasm.gz";

/// What there is.
#[derive(Debug, Default)]
pub struct Assets {
    /// The module for devices packed, and the same unpacked once it was asked for so.
    module: (Bytes, OnceLock<Bytes>),
    /// Digest of all of it, in 16 digits of base 16.
    pub version: String,
    /// The worker's script, with its version and the list of what it keeps.
    pub worker: String,
    /// The manifest, by which a browser installs the application.
    pub manifest: String,
}

/// Every file below a folder, as an address below `/static/`, in order.
fn below(root: &Path, folder: &str, found: &mut Vec<String>) {
    let Ok(entries) = std::fs::read_dir(root.join(folder)) else {
        return;
    };
    for entry in entries.flatten() {
        let name = format!("{folder}/{}", entry.file_name().to_string_lossy());
        match entry.file_type() {
            Ok(kind) if kind.is_dir() => below(root, &name, found),
            _ => found.push(name),
        }
    }
}

/// Whether a device wants a file: licences and stamps are for people.
fn wanted(name: &str) -> bool {
    let kinds = [".js", ".css", ".woff2", ".svg", ".png", ".wasm.gz"];
    kinds.iter().any(|k| name.ends_with(k)) && !name.starts_with(WORKER)
}

impl Assets {
    /// The module for devices, packed with gzip.
    #[must_use]
    pub fn module_packed(&self) -> Bytes {
        self.module.0.clone()
    }

    /// The same for who takes nothing packed; unpacked the first time.
    ///
    /// # Errors
    /// When the file is not what was written.
    pub fn module(&self) -> std::io::Result<Bytes> {
        if let Some(module) = self.module.1.get() {
            return Ok(module.clone());
        }
        let mut module = Vec::new();
        GzDecoder::new(&self.module.0[..]).read_to_end(&mut module)?;
        Ok(self.module.1.get_or_init(|| module.into()).clone())
    }

    /// Reads a folder of them. What cannot be read is logged and left out.
    #[must_use]
    pub fn of(root: &Path) -> Self {
        let mut names = Vec::new();
        for folder in KEPT {
            below(root, folder, &mut names);
        }
        names.sort();
        let mut digest = Sha256::new();
        digest.update(env!("CARGO_PKG_VERSION"));
        for name in &names {
            match std::fs::read(root.join(name)) {
                Ok(bytes) => {
                    digest.update(name);
                    digest.update(bytes);
                }
                Err(e) => tracing::error!(name, error = %e, "cannot read a file to be served"),
            }
        }
        let digits = digest.finalize();
        let version: String = digits[..8].iter().map(|b| format!("{b:02x}")).collect();
        let files = names.iter().filter(|n| wanted(n));
        let files: Vec<String> = files.map(|n| address(n, &version)).collect();
        let code = WORKER_FILES
            .map(|name| std::fs::read_to_string(root.join(format!("{WORKER}{name}.js"))))
            .map(Result::unwrap_or_default)
            .join("\n");
        let module = std::fs::read(root.join(MODULE)).unwrap_or_default();
        let list = json(&files);
        Self {
            worker: format!(
                "'use strict';\nconst VERSION = '{version}';\nconst FILES = {list};\nconst CSP = {};\nconst MADE = {};\n{code}",
                json(&CSP),
                json(&made().collect::<Vec<_>>())
            ),
            manifest: manifest(),
            module: (module.into(), OnceLock::new()),
            version,
        }
    }
}

/// The address that pages ask for a file by. Fonts and pictures are named without a version
/// in styles and in the manifest.
fn address(name: &str, version: &str) -> String {
    let name = name.strip_suffix(".gz").unwrap_or(name);
    if name.ends_with(".js") || name.ends_with(".css") || name.ends_with(".wasm") {
        format!("/static/{name}?v={version}")
    } else {
        format!("/static/{name}")
    }
}

/// Plain lists and texts, as a script reads them.
fn json(value: &impl serde::Serialize) -> String {
    serde_json::to_string(value).unwrap_or_default()
}

fn manifest() -> String {
    let icon = |size: u32, purpose: &str| {
        serde_json::json!({
            "src": format!("/static/img/icon-{size}.png"),
            "sizes": format!("{size}x{size}"),
            "type": "image/png",
            "purpose": purpose,
        })
    };
    serde_json::json!({
        "name": "Yarrowfen",
        "short_name": "Yarrowfen",
        "description": "Which jig head to tie on, computed; and the day on the water, written down.",
        "id": "/",
        "start_url": "/today",
        "scope": "/",
        "display": "standalone",
        "background_color": "#eef0e6",
        "theme_color": "#eef0e6",
        "icons": [icon(192, "any"), icon(512, "any"), icon(512, "maskable")],
    })
    .to_string()
}
