import { z } from "zod";
import { fail, issue, succeed } from "../../core/model/issue";
import { POOL } from "../../data/database";
import * as repository from "../../data/mailbox-repository";
import { defineUseCase } from "./use-case";

const MOST = 1000;

/** Who signed up by the forms of the site, the newest first. */
export const signUps = defineUseCase({
  input: z.object({}),
  run: async ({ site }) => {
    const rows = await repository.listSignUps(site.id, MOST + 1, POOL);
    return succeed({
      signUps: rows.slice(0, MOST).map(({ list, address, consent, at }) => ({
        list,
        address,
        consent,
        at: at.toISOString(),
      })),
      isMore: rows.length > MOST,
    });
  },
});

/** Forgets an address, as its owner may ask. */
export const dropSignUp = defineUseCase({
  input: z.object({ list: z.string(), address: z.string() }),
  run: async ({ site }, { list, address }) => {
    const was = await repository.dropSignUp(site.id, list, address, POOL);
    return was ? succeed({}) : fail(issue("signUp.unknown", ["address"]));
  },
});
