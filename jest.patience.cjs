/* global jest */
// A test ends when what it waits for is there, not when a clock says so; this only ends one that hangs.
jest.setTimeout(900_000);
