import { onlineManager, QueryObserver } from "@tanstack/react-query";
import { afterEach, expect, it } from "vitest";
import { newQueries } from "./queries";

afterEach(() => onlineManager.setOnline(true));

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
