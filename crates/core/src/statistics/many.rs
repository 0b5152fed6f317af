//! Many comparisons at once: which still stand.

/// The false discovery rate at which each of some chances would still stand, in their order.
///
/// Of m sorted chances, p₍ᵢ₎ m / i, made to rise. Published: Y. Benjamini and Y. Hochberg,
/// *Journal of the Royal Statistical Society* B 57 (1995) 289.
#[must_use]
pub fn adjusted(chances: &[f64]) -> Vec<f64> {
    let mut order: Vec<usize> = (0..chances.len()).collect();
    order.sort_by(|a, b| chances[*b].total_cmp(&chances[*a]));
    let mut told = vec![1.0; chances.len()];
    let (mut least, mut rank) = (1.0_f64, chances.len());
    for at in order {
        #[expect(clippy::cast_precision_loss, reason = "a handful of comparisons")]
        let scaled = chances[at] * chances.len() as f64 / rank as f64;
        least = least.min(scaled);
        told[at] = least;
        rank -= 1;
    }
    told
}
