"use client";
import { Box } from "@mui/material";
import { useEffect, useRef, useState } from "react";
import { useAboutSite } from "../client/about-site";
import { useSite } from "../client/hooks";
import { mediaPath } from "../client/media";
import { useUploads } from "../client/useUploads";
import { Quiet, Wrong } from "../theme/pieces";
import { OneOf } from "./ChoiceInput";

interface PictureInputProps {
  readonly id: string;
  readonly label: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
}

/** Stands for no picture: chosen, it asks for a file. */
const ADD = "+";

/** One of the site's pictures as it looks, none, or one that is added here. */
export const PictureInput = (props: PictureInputProps) => {
  const site = useSite();
  const { pictures } = useAboutSite().about;
  const chooser = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<File | null>(null);
  const thumbnail = (id: string) => {
    const picture = pictures.find((each) => each.id === id);
    if (!picture) return null;
    return (
      // biome-ignore lint/performance/noImgElement: renditions of the site's own are there in the size that is needed
      <img
        src={mediaPath(site, picture, picture.width)}
        alt=""
        loading="lazy"
        width={30}
        height={20}
        style={{ flex: "none", objectFit: "contain", borderRadius: 3 }}
      />
    );
  };
  return (
    <Box sx={{ minWidth: 0 }}>
      <OneOf
        {...props}
        options={[
          ["", "none"],
          ...pictures.map(({ id, name }) => [id, name] as const),
          [ADD, "Add a picture …"],
        ]}
        sign={thumbnail}
        onChange={(next) => (next === ADD ? chooser.current?.click() : props.onChange(next))}
      />
      <input
        ref={chooser}
        type="file"
        hidden
        accept="image/*"
        onChange={({ target }) => setFile(target.files?.[0] ?? null)}
        onClick={({ currentTarget }) => {
          currentTarget.value = "";
        }}
      />
      {file ? (
        <Arriving
          key={`${file.name} ${file.lastModified}`}
          file={file}
          onReady={(id) => {
            setFile(null);
            props.onChange(id);
          }}
        />
      ) : null}
    </Box>
  );
};

/** A picture on its way: told when it is ready, with its sizes made. */
const Arriving = ({
  file,
  onReady,
}: {
  readonly file: File;
  readonly onReady: (picture: string) => void;
}) => {
  const { pictures } = useAboutSite().about;
  const { add, jobs, sending } = useUploads();
  const [upload, setUpload] = useState<string | null>(null);
  const begun = useRef(false);
  useEffect(() => {
    if (begun.current) return;
    begun.current = true;
    add([file], { onSent: setUpload });
  }, [add, file]);
  const job = jobs.find(({ id }) => id === upload);
  const ready = job?.state === "done" && pictures.some(({ id }) => id === job.picture) ? job.picture : null;
  const done = useRef(onReady);
  done.current = onReady;
  useEffect(() => {
    if (ready) done.current(ready);
  }, [ready]);
  const trouble = sending[0]?.trouble ?? (job?.state === "failed" ? "It could not be made ready." : null);
  return trouble ? (
    <Wrong role="alert" style={{ fontSize: 12 }}>
      {trouble}
    </Wrong>
  ) : (
    <Quiet role="status" style={{ fontSize: 12 }}>
      {upload === null ? "Sending …" : "Sizes are made …"}
    </Quiet>
  );
};
