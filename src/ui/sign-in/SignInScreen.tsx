"use client";
import { zodResolver } from "@hookform/resolvers/zod";
import { Button, styled, TextField, Typography } from "@mui/material";
import { useSearchParams } from "next/navigation";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { z } from "zod";
import { signIn } from "../client/call";
import { Trouble } from "../theme/pieces";

const Form = z.object({
  email: z.email("Type the e-mail address of your account."),
  password: z.string().min(1, "Type your password."),
});

/** Only ways back inside the studio. */
const safeBack = (back: string | null): string => (back && /^\/s\/[a-z0-9-]+(\/|$)/.test(back) ? back : "/");

const useSignIn = () => {
  const back = safeBack(useSearchParams().get("back"));
  const [trouble, setTrouble] = useState<string | null>(null);
  const form = useForm({ resolver: zodResolver(Form), defaultValues: { email: "", password: "" } });
  const submit = form.handleSubmit(async ({ email, password }) => {
    setTrouble(null);
    try {
      await signIn(email, password);
      window.location.assign(back);
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : "It did not work. Try again.");
    }
  });
  return { back, form, submit, trouble };
};

export const SignInScreen = () => {
  const { back, form, submit, trouble } = useSignIn();
  const { register, formState } = form;
  const { errors } = formState;
  return (
    <Ground>
      <Sheet onSubmit={submit} noValidate>
        <Typography variant="h1">Gray Latch</Typography>
        {back !== "/" ? (
          <Typography color="text.secondary">Sign in again to go on where you were.</Typography>
        ) : null}
        <TextField
          label="E-mail address"
          type="email"
          autoComplete="username"
          autoFocus
          error={!!errors.email}
          helperText={errors.email?.message}
          {...register("email")}
        />
        <TextField
          label="Password"
          type="password"
          autoComplete="current-password"
          error={!!errors.password}
          helperText={errors.password?.message}
          {...register("password")}
        />
        {trouble ? <Trouble>{trouble}</Trouble> : null}
        <Button type="submit" variant="contained" disabled={formState.isSubmitting}>
          Sign in
        </Button>
      </Sheet>
    </Ground>
  );
};

const Ground = styled("main")(({ theme }) => ({
  minHeight: "100vh",
  display: "grid",
  placeItems: "center",
  background: theme.vars?.palette.ours.index,
  padding: 16,
}));

const Sheet = styled("form")(({ theme }) => ({
  width: "100%",
  maxWidth: 360,
  background: theme.vars?.palette.ours.sheet,
  border: `1px solid ${theme.vars?.palette.divider}`,
  borderRadius: 8,
  padding: 32,
  display: "grid",
  gap: 16,
}));
