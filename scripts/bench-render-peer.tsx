import { createContext, type ReactNode, useContext } from "react";
import { renderToStaticMarkup } from "react-dom/server";
import { rowItems, type ShownItem } from "../src/core/measure/menu-items";
import type { PageData } from "../src/core/render/page-data";

/** The same markup as components, one a thing, as one would write them. */

interface Ids {
  readonly header: string;
  readonly footer: string;
}
type Blocks = Readonly<Record<"logo" | "name" | "line" | "row" | "column", { readonly id: string }>>;

const Here = createContext("");

const Link = ({ item }: { readonly item: ShownItem }) => (
  <a href={item.href ?? undefined} aria-current={item.href === useContext(Here) ? "page" : undefined}>
    {item.label}
  </a>
);

const Item = ({
  item,
  group,
  isFlat,
}: {
  readonly item: ShownItem;
  readonly group: string;
  readonly isFlat: boolean;
}) =>
  item.items.length === 0 || isFlat ? (
    <li>
      <Link item={item} />
    </li>
  ) : (
    <li>
      <details name={group}>
        <summary>{item.label}</summary>
        <ul>
          <li>
            <Link item={item} />
          </li>
          {item.items.map((each) => (
            <li key={each.id}>
              <Link item={each} />
            </li>
          ))}
        </ul>
      </details>
    </li>
  );

const MenuRow = ({
  id,
  items,
  isFlat,
}: {
  readonly id: string;
  readonly items: readonly ShownItem[];
  readonly isFlat: boolean;
}) => (
  <nav className={`b-menu n-${id}`} aria-label="Menu">
    <ul className={isFlat ? "row column" : "row"}>
      {items.map((item) => (
        <Item key={item.id} item={item} group={`m-${id}`} isFlat={isFlat} />
      ))}
    </ul>
  </nav>
);

const Logo = ({ id, data }: { readonly id: string; readonly data: PageData }) => {
  const picture = data.pictures[data.profile.logo];
  if (!picture) return null;
  const path = (width: number) => `/_media/${picture.file}-${width}.webp`;
  return (
    <a className={`b-logo n-${id}`} href="/">
      {/* biome-ignore lint/performance/noImgElement: what visitors get is what is measured */}
      <img
        src={path(picture.renditions[1] ?? 0)}
        srcSet={picture.renditions.map((width) => `${path(width)} ${width}w`).join(", ")}
        sizes="240px"
        width={picture.width}
        height={picture.height}
        alt={data.profile.name}
        decoding="async"
      />
    </a>
  );
};

const Cell = ({
  id,
  isColumn,
  children,
}: {
  readonly id: string;
  readonly isColumn: boolean;
  readonly children: ReactNode;
}) => <div className={`cell ${isColumn ? "column " : ""}n-${id}`}>{children}</div>;

const Band = ({ id, children }: { readonly id: string; readonly children: ReactNode }) => (
  <div className={`band n-${id}`}>
    <div className="in">{children}</div>
  </div>
);

export const reactMarkup = (data: PageData, ids: Ids, blocks: Blocks): string => {
  const items = rowItems(data.menus["main"], "all", data);
  return renderToStaticMarkup(
    <Here.Provider value={data.page.path}>
      <Band id={ids.header}>
        <Cell id="h1" isColumn={false}>
          <Logo id={blocks.logo.id} data={data} />
        </Cell>
        <Cell id="h2" isColumn={false}>
          <MenuRow id={blocks.row.id} items={items} isFlat={false} />
        </Cell>
      </Band>
      <Band id={ids.footer}>
        <Cell id="f1" isColumn>
          <div className={`b-siteName n-${blocks.name.id} t-h3`}>
            <a href="/">{data.profile.name}</a>
          </div>
          <p className={`b-tagline n-${blocks.line.id} t-small`}>{data.profile.tagline}</p>
        </Cell>
        <Cell id="f2" isColumn>
          <MenuRow id={blocks.column.id} items={items} isFlat />
        </Cell>
      </Band>
    </Here.Provider>,
  );
};
