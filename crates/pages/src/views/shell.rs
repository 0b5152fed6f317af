//! What stands round a page whose middle changes by itself. The middle is made once, by one
//! template, whether the whole page is wanted or what changes of it.

use askama::Template;

use super::Frame;

/// A page whose middle changes by itself.
pub trait Changing: Template {
    /// What stands round it.
    fn round(&self) -> Round<'_>;
}

/// What stands round a middle.
pub struct Round<'p> {
    /// Frame.
    pub frame: &'p Frame,
    /// Title of the page.
    pub title: String,
    /// Scripts beside those of every page.
    pub scripts: &'static [&'static str],
    /// Id of the middle, by which it is changed.
    pub id: &'static str,
    /// The page's own address.
    pub here: String,
}

/// The whole page.
#[derive(Template)]
#[template(path = "shell.html")]
struct Shell<'p> {
    frame: &'p Frame,
    title: String,
    scripts: &'static [&'static str],
    id: &'static str,
    here: String,
    inner: String,
}

/// The page with what stands round it.
///
/// # Errors
/// When a template fails.
pub fn whole(page: &impl Changing) -> Result<String, askama::Error> {
    let round = page.round();
    let shell = Shell {
        inner: page.render()?,
        frame: round.frame,
        title: round.title,
        scripts: round.scripts,
        id: round.id,
        here: round.here,
    };
    shell.render()
}
