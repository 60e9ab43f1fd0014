import { z } from "zod";
import { fail, type Issue, issue, succeed } from "../../core/model/issue";
import { POOL } from "../../data/database";
import * as repository from "../../data/visitor-repository";
import { hashPassword } from "../access/sessions";
import { defineUseCase, type SiteContext } from "./use-case";

const MOST = 1000;

const Name = z.string().trim().min(1).max(120);
/** NIST SP 800-63B §3.1.1.2: length counts, nothing is asked of its composition (from memory). */
const Password = z.string().min(10).max(300);
const Level = z.string().max(80);

/** A level the site does not have; undefined for one it has, or none. */
const levelIssue = ({ site }: SiteContext, level: string): Issue | undefined =>
  level === "" || site.settings.levels.some(({ key }) => key === level)
    ? undefined
    : issue("audience.unknown", ["level"], { audience: level });

/** The accounts of those who may sign in on the public site. */
export const visitors = defineUseCase({
  input: z.object({}),
  run: async ({ site }) => {
    const rows = await repository.listVisitors(site.id, MOST + 1, POOL);
    return succeed({
      visitors: rows.slice(0, MOST).map(({ id, email, name, level, createdAt }) => ({
        id,
        email,
        name,
        level,
        made: createdAt.toISOString(),
      })),
      isMore: rows.length > MOST,
    });
  },
});

export const addVisitor = defineUseCase({
  input: z.object({ name: Name, email: z.email().max(254), level: Level, password: Password }),
  run: async (context, { name, email, level, password }) => {
    const unknown = levelIssue(context, level);
    if (unknown) return fail(unknown);
    const row = {
      id: context.ids.id(),
      name,
      level,
      email: email.toLowerCase(),
      passwordHash: await hashPassword(password),
      createdAt: new Date(context.now),
    };
    const isNew = await repository.createVisitor(context.site.id, row, POOL);
    return isNew ? succeed({ id: row.id }) : fail(issue("visitor.exists", ["email"], { email: row.email }));
  },
});

/** Another name, level or password. A new password ends what was signed in with the old one. */
export const changeVisitor = defineUseCase({
  input: z.object({
    id: z.string(),
    name: Name.optional(),
    level: Level.optional(),
    password: Password.optional(),
  }),
  run: async (context, { id, name, level, password }) => {
    const site = context.site.id;
    const found = await repository.findVisitor(site, id, POOL);
    if (!found) return fail(issue("visitor.unknown", ["id"]));
    const unknown = level === undefined ? undefined : levelIssue(context, level);
    if (unknown) return fail(unknown);
    await repository.updateVisitor(
      site,
      {
        id,
        name: name ?? found.name,
        level: level ?? found.level,
        passwordHash: password === undefined ? found.passwordHash : await hashPassword(password),
      },
      POOL,
    );
    if (password !== undefined) await repository.endVisitorSessions(site, id, POOL);
    return succeed({});
  },
});

/** Forgets a visitor; what was signed in is signed out. */
export const removeVisitor = defineUseCase({
  input: z.object({ id: z.string() }),
  run: async ({ site }, { id }) => {
    const was = await repository.dropVisitor(site.id, id, POOL);
    return was ? succeed({}) : fail(issue("visitor.unknown", ["id"]));
  },
});
