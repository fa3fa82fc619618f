package zephyrridge.core.limit;

/**
 * The Beta distribution of a chance (any statistics text; the incomplete beta function by its continued fraction, with modified
 * Lentz steps, and log gamma by Lanczos' series with g = 7 and nine terms).
 *
 * @param a successes with the prior's, above 0; {@code b} failures with the prior's, above 0
 */
record BetaDistribution(double a, double b) {
    private static final double[] LANCZOS = {
        0.99999999999980993,
        676.5203681218851,
        -1259.1392167224028,
        771.32342877765313,
        -176.61502916214059,
        12.507343278686905,
        -0.13857109526572012,
        9.9843695780195716e-6,
        1.5056327351493116e-7
    };
    private static final double TINY = 1e-300;

    BetaDistribution {
        if (!(a > 0) || !(b > 0)) {
            throw new IllegalArgumentException("both parameters are above 0: " + a + ", " + b);
        }
    }

    double mean() {
        return a / (a + b);
    }

    /** The value that the chance lies below with probability p; bisected until no double lies between. */
    double quantile(double p) {
        if (!(p >= 0 && p <= 1)) {
            throw new IllegalArgumentException("a probability is 0 to 1: " + p);
        }
        double low = 0;
        double high = 1;
        for (double middle = 0.5; middle > low && middle < high; middle = (low + high) / 2) {
            if (cumulative(middle) < p) {
                low = middle;
            } else {
                high = middle;
            }
        }
        return (low + high) / 2;
    }

    double cumulative(double x) {
        if (x <= 0 || x >= 1) {
            return x <= 0 ? 0 : 1;
        }
        double front = Math.exp(logGamma(a + b) - logGamma(a) - logGamma(b) + a * Math.log(x) + b * Math.log1p(-x));
        // The fraction converges fast below the mean; above it the other tail is taken.
        return x < (a + 1) / (a + b + 2) ? front * fraction(x, a, b) / a : 1 - front * fraction(1 - x, b, a) / b;
    }

    private static double fraction(double x, double a, double b) {
        double c = 1;
        double d = 1 / away(1 - (a + b) * x / (a + 1));
        double result = d;
        for (int m = 1; m < 500; m++) {
            double even = m * (b - m) * x / ((a + 2 * m - 1) * (a + 2 * m));
            d = 1 / away(1 + even * d);
            c = away(1 + even / c);
            result *= d * c;
            double odd = -(a + m) * (a + b + m) * x / ((a + 2 * m) * (a + 2 * m + 1));
            d = 1 / away(1 + odd * d);
            c = away(1 + odd / c);
            double step = d * c;
            result *= step;
            if (Math.abs(step - 1) < 1e-15) {
                break;
            }
        }
        return result;
    }

    private static double away(double fromZero) {
        return Math.abs(fromZero) < TINY ? TINY : fromZero;
    }

    static double logGamma(double x) {
        if (x < 0.5) {
            return Math.log(Math.PI / Math.sin(Math.PI * x)) - logGamma(1 - x);
        }
        double sum = LANCZOS[0];
        for (int i = 1; i < LANCZOS.length; i++) {
            sum += LANCZOS[i] / (x - 1 + i);
        }
        double t = x - 1 + 7.5;
        return 0.5 * Math.log(2 * Math.PI) + (x - 0.5) * Math.log(t) - t + Math.log(sum);
    }
}
