import { MenusScreen } from "../../../../ui/menus/MenusScreen";

export default function Page() {
  return <MenusScreen />;
}
