/** How often it is looked, milliseconds. */
const everyMs = 100;

/**
 * Ends this process when it takes more memory than it may: what a picture asks for is known only once it is drawn.
 *
 * @param maxMegabytes of the whole process
 */
export function limitMemory(maxMegabytes: number): void {
  const timer = setInterval(() => {
    if (process.memoryUsage.rss() > maxMegabytes * 1e6) process.exit(1);
  }, everyMs);
  timer.unref();
}
