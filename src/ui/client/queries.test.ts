import { onlineManager, QueryObserver } from "@tanstack/react-query";
import { afterEach, expect, it, vi } from "vitest";
import { inPatience, newQueries } from "./queries";

afterEach(() => {
  onlineManager.setOnline(true);
  vi.useRealTimers();
});

it("asks and asks again although the browser takes its connection for lost", async () => {
  onlineManager.setOnline(false);
  const queries = newQueries();
  let asked = 0;
  const rows = new QueryObserver(queries, { queryKey: ["rows"], queryFn: async () => ++asked });
  const stop = rows.subscribe(() => undefined);
  await queries.refetchQueries();
  await queries.invalidateQueries();
  expect(rows.getCurrentResult()).toMatchObject({ data: asked, fetchStatus: "idle" });
  expect(asked).toBe(2);
  stop();
});

it("waits for answers that come soon, whatever they are, and not for those that never do", async () => {
  vi.useFakeTimers();
  await inPatience(Promise.resolve());
  await inPatience(Promise.reject(new Error("nobody answers")));
  expect(vi.getTimerCount()).toBe(0);
  let went = false;
  const going = inPatience(new Promise(() => undefined)).then(() => {
    went = true;
  });
  await vi.advanceTimersByTimeAsync(900);
  expect(went).toBe(false);
  await vi.advanceTimersByTimeAsync(200);
  await going;
  expect(went).toBe(true);
});
