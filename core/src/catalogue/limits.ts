/**
 * Tests older than this are stale where the hall says nothing else, days (6 weeks): common
 * practice, no source.
 */
export const TESTS_STALE_DAYS = 42
