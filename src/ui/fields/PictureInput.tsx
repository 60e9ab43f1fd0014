"use client";
import { useAboutSite } from "../client/about-site";
import { useSite } from "../client/hooks";
import { mediaPath } from "../client/media";
import { OneOf } from "./ChoiceInput";

interface PictureInputProps {
  readonly id: string;
  readonly label: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
}

/** One of the site's pictures as it looks, or none. */
export const PictureInput = (props: PictureInputProps) => {
  const site = useSite();
  const { pictures } = useAboutSite().about;
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
    <OneOf
      {...props}
      options={[["", "none"], ...pictures.map(({ id, name }) => [id, name] as const)]}
      sign={thumbnail}
    />
  );
};
