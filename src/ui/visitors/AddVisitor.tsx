"use client";
import { zodResolver } from "@hookform/resolvers/zod";
import { Box, Button, MenuItem, Select, TextField } from "@mui/material";
import { useState } from "react";
import { type Control, Controller, useForm } from "react-hook-form";
import { z } from "zod";
import { useAboutSite } from "../client/about-site";
import { useAct } from "../client/hooks";
import { Trouble } from "../theme/pieces";
import { type Handed, HandOver } from "./HandOver";
import { newPassword } from "./new-password";

const Form = z.object({
  name: z.string().trim().min(1, "Type a name."),
  email: z.email("Type an address like name@example.org."),
  level: z.string(),
});
const EMPTY = { name: "", email: "", level: "" };

/** The form, and what becomes of it: an account whose password is made here and handed over. */
const useNewAccount = () => {
  const add = useAct("addVisitor");
  const [made, setMade] = useState<Handed | null>(null);
  const form = useForm({ resolver: zodResolver(Form), defaultValues: EMPTY });
  const submit = form.handleSubmit(async (given) => {
    const password = newPassword();
    setMade(null);
    try {
      await add.mutateAsync({ ...given, password });
    } catch {
      // what went wrong is said below; what was typed stays
      return;
    }
    setMade({ name: given.name, password });
    form.reset(EMPTY);
  });
  return { form, submit, made, trouble: add.error?.message ?? null, isPending: add.isPending };
};

/** An account for someone who visits the site. Its password is made here and shown once. */
export const AddVisitor = () => {
  const { form, submit, made, trouble, isPending } = useNewAccount();
  const { errors } = form.formState;
  return (
    <>
      <Box
        component="form"
        noValidate
        aria-label="A new account"
        onSubmit={submit}
        sx={{ display: "flex", flexWrap: "wrap", alignItems: "flex-start", gap: 1.25, mt: 2 }}
      >
        <TextField
          placeholder="Name"
          error={!!errors.name}
          helperText={errors.name?.message}
          slotProps={{ htmlInput: { "aria-label": "Name", maxLength: 120 } }}
          sx={{ width: 200 }}
          {...form.register("name")}
        />
        <TextField
          placeholder="E-mail address"
          type="email"
          error={!!errors.email}
          helperText={errors.email?.message}
          slotProps={{ htmlInput: { "aria-label": "E-mail address", maxLength: 254 } }}
          sx={{ width: 260 }}
          {...form.register("email")}
        />
        <LevelField control={form.control} />
        <Button type="submit" variant="contained" disabled={isPending}>
          Add an account
        </Button>
      </Box>
      {trouble ? <Trouble>{trouble}</Trouble> : null}
      {made ? <HandOver {...made} /> : null}
    </>
  );
};

const LevelField = ({ control }: { readonly control: Control<z.input<typeof Form>> }) => {
  const { about } = useAboutSite();
  if (about.levels.length === 0) return null;
  return (
    <Controller
      control={control}
      name="level"
      render={({ field }) => (
        <Select
          {...field}
          displayEmpty
          SelectDisplayProps={{ "aria-label": "Membership" }}
          sx={{ width: 170 }}
        >
          <MenuItem value="">no membership</MenuItem>
          {about.levels.map(({ key, name }) => (
            <MenuItem key={key} value={key}>
              {name}
            </MenuItem>
          ))}
        </Select>
      )}
    />
  );
};
