import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode, startTransition } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter } from "react-router";
import { Problem } from "../api/client";
import { App } from "./App";
import { applyTheme } from "./theme";

applyTheme();

const client = new QueryClient({
  defaultOptions: {
    queries: {
      // What the site has answered stays answered; only a lost connection is worth another try.
      retry: (count, error) =>
        count < 2 && error instanceof Problem && error.body.code === "unreachable",
      staleTime: 10_000,
    },
  },
});

const root = document.getElementById("root");
if (root) {
  // In short pieces, so that a slow machine does not stand still meanwhile.
  startTransition(() =>
    createRoot(root).render(
      <StrictMode>
        <QueryClientProvider client={client}>
          <BrowserRouter>
            <App />
          </BrowserRouter>
        </QueryClientProvider>
      </StrictMode>,
    ),
  );
}
