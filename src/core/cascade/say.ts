import { choiceId, type Design, findBody } from "../design/design";
import type { Operation } from "../design/operations";
import { type Choice, type ChoiceValue, choiceValueSchemas } from "../model/choices";
import type { Slot } from "../model/slot";

/** Whether a value is one of the type of a choice; which values a setting has, each part that reads it says. */
export const fitsChoice = (choice: Choice, value: ChoiceValue): boolean =>
  choiceValueSchemas[choice.type].safeParse(value).success;

/** The operations that make one page say something for a choice. `undefined` takes it back: as everywhere. */
export const sayOperations = (
  design: Design,
  identity: string,
  slot: Slot,
  name: string,
  value: ChoiceValue | undefined,
): readonly Operation[] => {
  const id = choiceId(identity);
  const body = findBody(design, "choice", id);
  if (!body) {
    if (value === undefined) return [];
    const made = { schema: 1, identity, slots: {}, values: { [slot]: { [name]: value } } };
    return [{ op: "create", id, kind: "choice", body: made }];
  }
  const was = body.values?.[slot]?.[name];
  if (was === undefined && value === undefined) return [];
  const values = withoutEmpty({ ...body.values, [slot]: { ...body.values?.[slot], [name]: value } });
  if (values === undefined && Object.keys(body.slots).length === 0)
    return [{ op: "remove", id, kind: "choice", was: body }];
  return [{ op: "set", id, path: ["values"], value: values, was: body.values }];
};

type Values = Readonly<Record<string, Readonly<Record<string, ChoiceValue | undefined>>>>;
const withoutEmpty = (values: Values): Values | undefined => {
  const slots = Object.entries(values).flatMap(([slot, names]) => {
    const said = Object.entries(names).filter(([, value]) => value !== undefined);
    return said.length === 0 ? [] : [[slot, Object.fromEntries(said)] as const];
  });
  return slots.length === 0 ? undefined : Object.fromEntries(slots);
};
