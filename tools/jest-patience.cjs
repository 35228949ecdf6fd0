/* global jest */
// Four times slower than today's machine must still pass.
jest.setTimeout(240000);
