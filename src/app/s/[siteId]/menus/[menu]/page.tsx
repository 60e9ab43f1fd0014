import { MenuScreen } from "../../../../../ui/menus/MenuScreen";

export default function Page() {
  return <MenuScreen />;
}
