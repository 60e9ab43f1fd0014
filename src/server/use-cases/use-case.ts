import type { z } from "zod";
import type { Outcome } from "../../core/model/issue";
import type { IssueCode } from "../../core/model/issue-codes";
import type { NewIds } from "../../core/placement/proposals";
import type { SiteHead } from "../../data/content-repository";
import type { AccountRow } from "../../data/models";
import type { Role } from "../access/roles";

/** What a use-case gets to work with: who asks, on which site, and the doors to time and chance. */
export interface SiteContext {
  readonly account: Pick<AccountRow, "id" | "name" | "email">;
  readonly role: Role;
  readonly site: SiteHead;
  /** ISO instant of the request. */
  readonly now: string;
  readonly ids: NewIds;
}

/** One thing a person can do: input checked at the door, permission in the table, an outcome that never half happens. */
export interface UseCase<Input, Result> {
  readonly input: z.ZodType<Input>;
  /** A use-case that takes a file says how large it may be, bytes, and the issue of one that is larger. It gets it as `file`, on the disk. */
  readonly takesFile?: { readonly most: number; readonly tooLarge: IssueCode };
  readonly run: (context: SiteContext, input: Input) => Promise<Outcome<Result>>;
}

export const defineUseCase = <Input, Result>(definition: UseCase<Input, Result>): UseCase<Input, Result> =>
  definition;
