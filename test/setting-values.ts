import type { FieldSpec } from "../src/messages/controls";

/** Other values each setting can have, as its field gives them: all where they are few, the ends and one between of numbers. */

const WIDTHS_ALSO = ["middle", "small"] as const;

const numbers = (min: number, max: number): readonly number[] => [
  ...new Set([min, min + 1, Math.round((min + Math.min(max, min + 120)) / 2), Math.min(max, 300)]),
];

export const MOMENTS = { past: "2026-05-01T00:00:00.000Z", future: "2026-07-01T00:00:00.000Z" };

/** What a setting may be set to; `is` is what it is. */
export const valuesFor = ({ control }: Pick<FieldSpec, "control">, is: unknown): readonly unknown[] => {
  switch (control.type) {
    case "one":
    case "textStyle":
    case "count":
      return control.options.map(([value]) => value);
    case "many": {
      const all = control.options.map(([value]) => value);
      return [[], ...all.map((each) => [each]), all];
    }
    case "number":
      return numbers(control.min ?? 0, control.max);
    case "perWidth": {
      const own = is as { readonly wide: number };
      const others = numbers(control.min ?? 0, control.max).filter((each) => each !== own.wide);
      return [
        ...others.map((wide) => ({ wide })),
        ...WIDTHS_ALSO.map((width) => ({ ...own, [width]: others.at(-1) })),
      ];
    }
    case "sides":
      return ["top", "right", "bottom", "left"].map((side) => ({ ...(is as object), [side]: 24 }));
    case "switch":
      return [true, false];
    case "text":
      return ["Other words", "", "/elsewhere/"];
    case "markdown":
      return [[], [{ type: "paragraph", children: [{ text: "Other words" }] }]];
    case "menu":
      return ["", "main", "other"];
    case "menuButton":
      return ["computed", "always", "never", 1000];
    case "piece":
      return ["", "piece"];
    case "picture":
      return ["", "pic", "other"];
    case "pictures":
      return [[], ["other"], ["other", "third"]];
    case "video":
      return [
        null,
        { file: "c".repeat(64), type: "video/mp4", name: "Sky" },
        {
          file: "c".repeat(64),
          type: "video/mp4",
          name: "Sky",
          also: [{ file: "d".repeat(64), type: "video/webm", name: "Sky" }],
          captions: { file: "e".repeat(64), name: "Said" },
        },
      ];
    case "order": {
      const all = control.options.map(([value]) => value);
      return [all, [...all].reverse(), [...all.slice(1), all[0]]];
    }
    case "colour":
      return ["", "role:mutedText", "#cc3300"];
    case "place":
      return [null, { lat: 50.1, lon: -5.2 }, { lat: -17.5, lon: 179.9 }];
    case "entry":
      return [null, { identity: "entry:visit" }];
    case "target":
      return [{ url: "/" }, { url: "https://example.org/" }, { identity: "entry:visit" }];
    case "targetOrNone":
      return [null, { url: "/x/" }];
    case "moment":
      return ["", MOMENTS.past, MOMENTS.future];
    case "audience":
      return ["", "signedOut", "signedIn"];
    case "kinds":
      return [[], ["k0"], ["k1"]];
    case "ownField":
      return ["", "price"];
    case "terms":
      return [[], ["t0"], ["t1"]];
    case "grouping":
      return ["", "g0", "g1"];
    case "authors":
      return [[], ["a0"], ["a1"]];
    case "entries":
      return [[], ["entry:e1"], ["entry:e2", "entry:e1"]];
  }
};
