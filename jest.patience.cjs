/* global jest */
// A test ends when what it waits for is there, not when a clock says so; this only ends one that hangs.
jest.setTimeout(900_000);

// A law is tried with the same examples each time, whatever the day: a failure is a mistake, and comes again.
require('fast-check').configureGlobal({ seed: 20_261_128, endOnFailure: true });
