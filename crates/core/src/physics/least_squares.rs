//! Nonlinear least squares for a handful of parameters.

use crate::base::maths;

/// Why no fit was found.
#[derive(Debug, Clone, Copy, PartialEq, Eq, thiserror::Error)]
pub enum NoFit {
    /// Fewer points than parameters, or points that cannot tell them apart.
    #[error("the points do not determine the coefficients")]
    Undetermined,
    /// The steps did not settle.
    #[error("no best coefficients were found")]
    Unsettled,
}

/// A fit of `N` parameters.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct LeastSquares<const N: usize> {
    /// The parameters.
    pub found: [f64; N],
    /// Their standard errors.
    pub errors: [f64; N],
    /// Sum of squared residuals.
    pub squares: f64,
    /// Standard deviation of the residuals.
    pub spread: f64,
}

/// The inverse of a matrix
/// (Gauss-Jordan with pivots); none where the system decides nothing.
pub fn invert<const N: usize>(mut a: [[f64; N]; N]) -> Option<[[f64; N]; N]> {
    let mut inverse = [[0.0; N]; N];
    for (i, row) in inverse.iter_mut().enumerate() {
        row[i] = 1.0;
    }
    let size = a.iter().flatten().fold(0.0_f64, |m, v| m.max(v.abs()));
    for column in 0..N {
        let pivot =
            (column..N).max_by(|x, y| a[*x][column].abs().total_cmp(&a[*y][column].abs()))?;
        if a[pivot][column].abs() <= 1e-13 * size {
            return None;
        }
        a.swap(column, pivot);
        inverse.swap(column, pivot);
        let by = a[column][column];
        for k in 0..N {
            a[column][k] /= by;
            inverse[column][k] /= by;
        }
        for row in (0..N).filter(|r| *r != column) {
            let factor = a[row][column];
            for k in 0..N {
                a[row][k] -= factor * a[column][k];
                inverse[row][k] -= factor * inverse[column][k];
            }
        }
    }
    Some(inverse)
}

/// Fits `model(parameters, x)` to points (x, y) by Levenberg's and Marquardt's
/// damped steps, the parameters scaled by their own size, the slopes taken by
/// central differences. Standard errors come from the residuals' variance and
/// the slopes at the end; with as many points as parameters they are infinite.
///
/// Published: D. W. Marquardt, *J. Soc. Indust. Appl. Math.* 11 (1963) 431.
///
/// # Errors
/// [`NoFit`].
pub fn fit<const N: usize, X>(
    points: &[(X, f64)],
    start: [f64; N],
    model: impl Fn(&[f64; N], &X) -> f64,
) -> Result<LeastSquares<N>, NoFit> {
    if points.len() < N {
        return Err(NoFit::Undetermined);
    }
    let squares = |p: &[f64; N]| {
        points
            .iter()
            .map(|(x, y)| maths::square(y - model(p, x)))
            .sum::<f64>()
    };
    // Parameters as shares of where they started.
    let scale = start.map(|s| if s == 0.0 { 1.0 } else { s.abs() });
    let system = |p: &[f64; N]| {
        let (mut normal, mut right) = ([[0.0; N]; N], [0.0; N]);
        for (x, y) in points {
            let slope: [f64; N] = std::array::from_fn(|i| {
                let h = 1e-6 * scale[i].max(p[i].abs());
                let (mut up, mut down) = (*p, *p);
                up[i] += h;
                down[i] -= h;
                (model(&up, x) - model(&down, x)) / (2.0 * h) * scale[i]
            });
            let off = y - model(p, x);
            for i in 0..N {
                right[i] += slope[i] * off;
                for k in 0..N {
                    normal[i][k] += slope[i] * slope[k];
                }
            }
        }
        (normal, right)
    };
    let (mut at, mut damping) = (start, 1e-3);
    let mut best = squares(&at);
    let mut settled = false;
    for _ in 0..200 {
        let (normal, right) = system(&at);
        let mut damped = normal;
        for (i, row) in damped.iter_mut().enumerate() {
            row[i] *= 1.0 + damping;
        }
        let inverse = invert(damped).ok_or(NoFit::Undetermined)?;
        let step: [f64; N] =
            std::array::from_fn(|i| (0..N).map(|k| inverse[i][k] * right[k]).sum());
        let next: [f64; N] = std::array::from_fn(|i| at[i] + step[i] * scale[i]);
        let sum = squares(&next);
        let small =
            (0..N).all(|i| (step[i] * scale[i]).abs() <= 1e-10 * at[i].abs().max(1e-10 * scale[i]));
        if sum.is_finite() && sum <= best {
            (at, best, damping) = (next, sum, (damping / 10.0).max(1e-12));
        } else {
            damping *= 10.0;
        }
        if small || damping > 1e12 {
            settled = true;
            break;
        }
    }
    if !settled {
        return Err(NoFit::Unsettled);
    }
    let inverse = invert(system(&at).0).ok_or(NoFit::Undetermined)?;
    let spare = points.len() - N;
    let variance = if spare > 0 {
        best / spare as f64
    } else {
        f64::INFINITY
    };
    Ok(LeastSquares {
        found: at,
        errors: std::array::from_fn(|i| (variance * inverse[i][i]).sqrt() * scale[i]),
        squares: best,
        spread: variance.sqrt(),
    })
}
