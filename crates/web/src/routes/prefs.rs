//! Choices of a reader: units, ladder, light.

use actix_session::Session;
use actix_web::HttpResponse;
use serde::Deserialize;

use yarrowfen_pages::ask::PickForm;
use yarrowfen_pages::site::carried;

use crate::reader::{Checked, HasToken, remember};
use crate::reply::{PageError, see_other};

/// The form in the head of each page.
#[derive(Deserialize)]
pub struct Choices {
    #[serde(default)]
    csrf: String,
    #[serde(default)]
    back: String,
    units: Option<String>,
    ladder: Option<String>,
    theme: Option<String>,
    views: Option<String>,
    px_per_mm: Option<String>,
}

impl HasToken for Choices {
    fn token(&self) -> &str {
        &self.csrf
    }
}

/// Pixels for a millimetre that a screen can have.
const PX_PER_MM: std::ops::RangeInclusive<f64> = 1.5..=20.0;

/// Only to pages of ours: a path, and not one that a browser reads as a host.
fn safe(back: &str) -> &str {
    let ours = back.starts_with('/')
        && !back.starts_with("//")
        && !back.contains('\\')
        && back.bytes().all(|b| b.is_ascii_graphic());
    if ours { back } else { "/" }
}

/// Remembers a choice and goes back.
pub async fn choose(session: Session, sent: Checked<Choices>) -> Result<HttpResponse, PageError> {
    let Checked { reader, form, .. } = sent;
    let mut changes = Vec::new();
    for (key, chosen) in [
        ("units", &form.units),
        ("ladder", &form.ladder),
        ("theme", &form.theme),
    ] {
        if let Some(value) = chosen.as_deref().filter(|v| v.len() < 20) {
            remember(&session, key, value)?;
            changes.push((key, value));
        }
    }
    if let Some(px) = &form.px_per_mm {
        let px: f64 = px
            .trim()
            .replace(',', ".")
            .parse()
            .map_err(|_| PageError::Unreadable)?;
        if PX_PER_MM.contains(&px) {
            remember(&session, "px_per_mm", &format!("{px:.4}"))?;
        }
    }
    if let Some(views) = &form.views {
        // Read and written again, so that nothing but known words is kept.
        let sides = PickForm::from_query("depth=1", reader.options).with_views(views);
        remember(&session, "views", &sides.views())?;
    }
    let back = safe(&form.back);
    let back = carried(back, reader.options, &changes);
    Ok(see_other(&back))
}

#[cfg(test)]
mod tests {
    use super::safe;

    #[test]
    fn nobody_is_sent_to_another_host() {
        assert_eq!(safe("/kept?x=1"), "/kept?x=1");
        for bad in [
            "//evil",
            "https://evil",
            "/\\evil",
            "",
            "evil",
            "/a\nb",
            "/\0",
            "/ä",
        ] {
            assert_eq!(safe(bad), "/", "{bad}");
        }
    }
}
