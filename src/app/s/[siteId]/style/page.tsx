import { StyleScreen } from "../../../../ui/style/StyleScreen";

export default function Page() {
  return <StyleScreen />;
}
