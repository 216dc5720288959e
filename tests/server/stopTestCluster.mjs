/** Jest's global teardown for tests/server. */
export default function stopTestCluster() {
  globalThis.stopTestCluster?.();
}
