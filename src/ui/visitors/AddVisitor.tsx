"use client";
import { zodResolver } from "@hookform/resolvers/zod";
import { Box, Button, MenuItem, Select, TextField } from "@mui/material";
import { useState } from "react";
import { Controller, useForm } from "react-hook-form";
import { z } from "zod";
import { useFrame } from "../client/frame";
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

/** An account for someone who visits the site. Its password is made here and shown once. */
export const AddVisitor = () => {
  const { frame } = useFrame();
  const add = useAct("addVisitor");
  const [made, setMade] = useState<Handed | null>(null);
  const { control, register, handleSubmit, reset, formState } = useForm({
    resolver: zodResolver(Form),
    defaultValues: EMPTY,
  });
  const { errors } = formState;
  const submit = handleSubmit(async (given) => {
    const password = newPassword();
    setMade(null);
    try {
      await add.mutateAsync({ ...given, password });
    } catch {
      // what went wrong is said below; what was typed stays
      return;
    }
    setMade({ name: given.name, password });
    reset(EMPTY);
  });
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
          {...register("name")}
        />
        <TextField
          placeholder="E-mail address"
          type="email"
          error={!!errors.email}
          helperText={errors.email?.message}
          slotProps={{ htmlInput: { "aria-label": "E-mail address", maxLength: 254 } }}
          sx={{ width: 260 }}
          {...register("email")}
        />
        {frame.levels.length > 0 ? (
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
                {frame.levels.map(({ key, name }) => (
                  <MenuItem key={key} value={key}>
                    {name}
                  </MenuItem>
                ))}
              </Select>
            )}
          />
        ) : null}
        <Button type="submit" variant="contained" disabled={add.isPending}>
          Add an account
        </Button>
      </Box>
      {add.error ? <Trouble>{add.error.message}</Trouble> : null}
      {made ? <HandOver {...made} /> : null}
    </>
  );
};
