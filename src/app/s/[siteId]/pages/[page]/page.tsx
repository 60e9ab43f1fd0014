import { PageScreen } from "../../../../../ui/pages/PageScreen";

export default function Page() {
  return <PageScreen />;
}
