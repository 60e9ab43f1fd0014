// Loaded into the web process by the benchmark: measures how late its event loop is, and writes that down when asked.
import { writeFileSync } from "node:fs";
import { monitorEventLoopDelay } from "node:perf_hooks";

const delay = monitorEventLoopDelay({ resolution: 5 });
delay.enable();
process.on("SIGUSR2", () => {
  const ms = (nanoseconds) => nanoseconds / 1e6;
  const figures = { p50: ms(delay.percentile(50)), p99: ms(delay.percentile(99)), max: ms(delay.max) };
  writeFileSync(process.env.LOOP_DELAY_FILE, JSON.stringify({ pid: process.pid, ...figures }));
  delay.reset();
});
