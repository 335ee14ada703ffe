/** The ports of this worker: workers run beside one another, and a tester's own server beside them. */
const first = 5190 + 10 * Number(process.env.TEST_PARALLEL_INDEX ?? 0);

export const ports = { server: first, standIns: first + 1, away: first + 2, own: first + 5 };
