"use client";
import { zodResolver } from "@hookform/resolvers/zod";
import { Box, Button, TextField, Typography } from "@mui/material";
import { useSearchParams } from "next/navigation";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { z } from "zod";
import { signIn } from "../client/call";
import { Trouble } from "../theme/pieces";

const Form = z.object({
  email: z.email("Type the address you were given."),
  password: z.string().min(1, "Type your password."),
});

/** Only ways back inside the studio. */
const safeBack = (back: string | null): string => (back && /^\/s\/[a-z0-9-]+(\/|$)/.test(back) ? back : "/");

export const SignInScreen = () => {
  const back = safeBack(useSearchParams().get("back"));
  const [trouble, setTrouble] = useState<string | null>(null);
  const { register, handleSubmit, formState } = useForm({
    resolver: zodResolver(Form),
    defaultValues: { email: "", password: "" },
  });
  const submit = handleSubmit(async ({ email, password }) => {
    setTrouble(null);
    try {
      await signIn(email, password);
      window.location.assign(back);
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : "It did not work. Try again.");
    }
  });
  const { errors } = formState;
  return (
    <Box
      component="main"
      sx={(theme) => ({
        minHeight: "100vh",
        display: "grid",
        placeItems: "center",
        background: theme.vars?.palette.ours.index,
        p: 2,
      })}
    >
      <Box
        component="form"
        onSubmit={submit}
        noValidate
        sx={(theme) => ({
          width: "100%",
          maxWidth: 360,
          background: theme.vars?.palette.ours.sheet,
          border: 1,
          borderColor: "divider",
          borderRadius: 2,
          p: 4,
          display: "grid",
          gap: 2,
        })}
      >
        <Typography variant="h1">Gray Latch</Typography>
        {back !== "/" ? (
          <Typography color="text.secondary">Sign in again to go on where you were.</Typography>
        ) : null}
        <TextField
          label="Address"
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
      </Box>
    </Box>
  );
};
