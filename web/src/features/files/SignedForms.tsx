import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answerOf, api } from "../../api/client";
import { refresh } from "../../api/touched";
import { Button } from "../../ui/Button";
import { ProblemView } from "../../ui/ProblemView";
import type { Which } from "./queries";

const AREA = "mt-1 block w-full border border-hair-strong bg-sheet p-1.5 font-mono text-[0.75rem]";

/** The list is taken as a file and never as typed text: a signature is over its very bytes. */
export function KeepListForm({ which }: { which: Which }) {
  const [list, setList] = useState<File>();
  const [signature, setSignature] = useState("");
  const client = useQueryClient();
  const keep = useMutation({
    mutationFn: async (file: File) =>
      answerOf(
        api.POST("/api/guides/{codename}/{slug}/signed", {
          params: { path: { codename: which.codename, slug: which.slug } },
          body: { name: file.name, text: await file.text(), signature },
        }),
      ),
    onSuccess: () => {
      setSignature("");
      return refresh(client, "signed");
    },
  });
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        if (list) keep.mutate(list);
      }}
    >
      <label className="block">
        The list, as its file{" "}
        <input type="file" onChange={(event) => setList(event.target.files?.[0])} />
      </label>
      <label className="mt-1 block">
        Its signature, as a file{" "}
        <input
          type="file"
          aria-label="Signature file"
          onChange={async (event) => {
            const file = event.target.files?.[0];
            if (file && file.size < 20_000) setSignature(await armoredOrCoded(file));
          }}
        />
      </label>
      <textarea
        aria-label="Signature"
        placeholder="or pasted: -----BEGIN PGP SIGNATURE-----"
        rows={3}
        spellCheck={false}
        className={AREA}
        value={signature}
        onChange={(event) => setSignature(event.target.value)}
      />
      <Button type="submit" className="mt-1" disabled={!list || !signature || keep.isPending}>
        Add it to the set
      </Button>
      {keep.error && <ProblemView error={keep.error} />}
    </form>
  );
}

export function KeepKeyForm() {
  const [certificate, setCertificate] = useState("");
  const [says, setSays] = useState("");
  const client = useQueryClient();
  const keep = useMutation({
    mutationFn: () => answerOf(api.POST("/api/signer-keys", { body: { certificate, says } })),
    onSuccess: () => refresh(client, "signed"),
  });
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        keep.mutate();
      }}
    >
      <textarea
        aria-label="Public key"
        placeholder="-----BEGIN PGP PUBLIC KEY BLOCK-----"
        rows={4}
        spellCheck={false}
        className={AREA}
        value={certificate}
        onChange={(event) => setCertificate(event.target.value)}
      />
      <input
        type="text"
        aria-label="Whose key it is, and how you know"
        placeholder="Whose key it is, and how you know"
        maxLength={200}
        className="mt-1 w-full border border-hair-strong bg-sheet px-1.5"
        value={says}
        onChange={(event) => setSays(event.target.value)}
      />
      <Button
        type="submit"
        className="mt-1"
        disabled={!certificate.trim() || !says.trim() || keep.isPending}
      >
        Add the key
      </Button>
      <div role="status">
        {keep.data && (
          <p>
            Entered: <span className="letter break-all">{keep.data.fingerprint}</span>. Compare it
            with what its owner says over another way.
          </p>
        )}
      </div>
      {keep.error && <ProblemView error={keep.error} />}
    </form>
  );
}

/** A binary signature travels in base64, an armored one as it is. */
async function armoredOrCoded(file: File): Promise<string> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  const text = new TextDecoder().decode(bytes);
  return text.includes("-----BEGIN") ? text : btoa(String.fromCharCode(...bytes));
}
