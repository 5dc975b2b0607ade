import { BenchPage } from '@/client/bench/page/BenchPage'

const Page = async ({ params }: { readonly params: Promise<{ readonly id: string }> }) => (
  <BenchPage id={(await params).id} />
)
export default Page
