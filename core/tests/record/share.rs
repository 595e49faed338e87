//! A share with its margin: published examples, and what must hold of any.

use galvanon_core::record::truer::{Honesty, SHOULD_HOLD, share};
use proptest::prelude::*;

/// Source: Newcombe 1998, Statistics in Medicine 17, table I, method 3 (the score interval, from memory).
#[test]
fn the_margin_is_that_of_the_published_examples() {
    for (hits, n, low, high) in [
        (81, 263, 0.2553, 0.3662),
        (15, 148, 0.0624, 0.1605),
        (0, 20, 0.0, 0.1611),
        (1, 29, 0.0061, 0.1718),
    ] {
        let found = share(hits, n);
        assert!(
            (found.low - low).abs() < 6e-5 && (found.high - high).abs() < 6e-5,
            "{hits} of {n}: {found:?}"
        );
    }
}

#[test]
fn a_band_is_called_dishonest_only_where_so_many_tell() {
    let of = |hits, n| share(hits, n).honesty();
    assert_eq!(
        (of(160, 200), of(130, 200), of(370, 400)),
        (Honesty::Honest, Honesty::Tight, Honesty::Wide)
    );
    // six of ten might be eight of ten by luck, sixty of a hundred hardly
    assert_eq!((of(6, 10), of(60, 100)), (Honesty::Honest, Honesty::Tight));
    assert_eq!((of(0, 0), of(1, 1)), (Honesty::Honest, Honesty::Honest));
}

proptest! {
    #[test]
    fn a_share_lies_in_its_margin_and_more_burns_leave_less_of_one(hits in 0..500_u32, more in 0..500_u32, times in 2..20_u32) {
        let n = hits + more;
        let found = share(hits, n);
        prop_assert!(0.0 <= found.low && found.high <= 1.0 && found.low < found.high);
        if n > 0 {
            prop_assert!(found.low <= found.share + 1e-12 && found.share <= found.high + 1e-12, "{:?}", found);
            let many = share(hits * times, n * times);
            prop_assert!(many.high - many.low < found.high - found.low);
            // hits and misses mirror each other
            let misses = share(more, n);
            prop_assert!((misses.low - (1.0 - found.high)).abs() < 1e-9);
        }
        let honest = found.low <= SHOULD_HOLD && SHOULD_HOLD <= found.high;
        prop_assert_eq!(found.honesty() == Honesty::Honest, honest);
    }
}
