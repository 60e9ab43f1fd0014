"use client";
import { Box, Typography } from "@mui/material";
import { count } from "../../messages/words";
import { useAboutSite } from "../client/about-site";
import type { CallResult } from "../client/call";
import { useAct, useCall, useSite } from "../client/hooks";
import { MakeNamed } from "../fields/MakeNamed";
import { Act, Empty, Mono, Pending, Quiet, Row, Rows, SheetHead, ShownOnce, Trouble } from "../theme/pieces";

/** One's own tokens for scripts: made, shown once, taken back. */
export const AccessScreen = () => {
  const { data, error } = useCall("tokens", {});
  const create = useAct("createToken");
  if (!data) return <Pending error={error} what="Reading the tokens …" />;
  return (
    <Box sx={{ px: 2.5, pt: 2.25, pb: 4, maxWidth: 860 }}>
      <SheetHead
        title="Access for scripts"
        about={`${data.tokens.length === 0 ? "no tokens" : count(data.tokens.length, "token")} of yours`}
      />
      <MakeNamed
        hint="What the token is for"
        label="What the token is for"
        words="Make a token"
        variant="contained"
        isPending={create.isPending}
        onMake={(name) => create.mutateAsync({ name })}
      />
      {create.error ? <Trouble>{create.error.message}</Trouble> : null}
      {create.data ? (
        <ShownOnce>
          <strong>Copy it now; it is not shown again.</strong>
          <Box>
            <Mono data-testid="token">{create.data.token}</Mono>
          </Box>
        </ShownOnce>
      ) : null}
      {data.tokens.length === 0 ? (
        <Empty title="No script has access yet">
          A token lets a script ask what fills a page and why, on this site and as you. It can look, not
          change.
        </Empty>
      ) : (
        <Rows aria-label="Tokens" style={{ marginTop: 16 }}>
          {data.tokens.map((token) => (
            <TokenLine key={token.id} token={token} />
          ))}
        </Rows>
      )}
      <HowToAsk />
    </Box>
  );
};

const TokenLine = ({ token }: { readonly token: CallResult<"tokens">["tokens"][number] }) => {
  const { moment } = useAboutSite();
  const drop = useAct("dropToken");
  return (
    <Row>
      <strong>{token.name}</strong>
      <Quiet>
        made {moment(token.made)}
        {token.used === null ? ", never used" : `, last used ${moment(token.used)}`}
      </Quiet>
      <Act
        style={{ marginLeft: "auto" }}
        aria-label={`End ${token.name}`}
        onClick={() => drop.mutate({ id: token.id })}
      >
        End
      </Act>
    </Row>
  );
};

const HowToAsk = () => {
  const site = useSite();
  const origin = typeof window === "undefined" ? "" : window.location.origin;
  return (
    <>
      <Typography variant="h2" sx={{ mt: 4 }}>
        How a script asks
      </Typography>
      <Box
        component="pre"
        tabIndex={0}
        aria-label="A request by a script"
        role="region"
        sx={(theme) => ({
          p: 1.5,
          borderRadius: 1,
          background: theme.vars?.palette.ours.desk,
          overflowX: "auto",
          fontSize: 12,
        })}
      >
        {`curl -H "Authorization: Bearer gl_…" \\\n  "${origin}/api/v1/sites/${site}/resolve?path=/&state=live"`}
      </Box>
      <Box
        component="a"
        href="/api/v1/openapi.json"
        target="_blank"
        rel="noreferrer"
        sx={(theme) => ({ color: theme.vars?.palette.ours.brass, fontWeight: 600 })}
      >
        The whole description (OpenAPI 3.1)
      </Box>
    </>
  );
};
