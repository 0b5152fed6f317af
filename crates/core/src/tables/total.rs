//! Rows that are complete by construction.

use enum_map::{EnumArray, EnumMap};

use super::DataError;
use crate::base::codes::Code;

/// Rows by their code: each code exactly once, so that no look-up can fail.
pub(super) fn total<C, T>(
    file: &'static str,
    rows: Vec<T>,
    code: impl Fn(&T) -> C,
) -> Result<EnumMap<C, T>, DataError>
where
    C: EnumArray<T> + EnumArray<Option<T>> + Code,
{
    let mut found: EnumMap<C, Option<T>> = EnumMap::from_fn(|_| None);
    for row in rows {
        let at = code(&row);
        if found[at].replace(row).is_some() {
            return Err(DataError::wrong(
                file,
                format!("{} stands twice", at.code()),
            ));
        }
    }
    if let Some((code, _)) = found.iter().find(|r| r.1.is_none()) {
        return Err(DataError::wrong(
            file,
            format!("{} is missing", code.code()),
        ));
    }
    #[expect(clippy::expect_used, reason = "each place was just seen to be filled")]
    Ok(found.map(|_, row| row.expect("filled")))
}
