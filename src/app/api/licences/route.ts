import { queryEndpoint } from '@/server/http/endpoint';
import { licenceQuery } from '@/server/http/shapes/queries';
import { listLicences } from '@/server/operations/deliveries/licences';

export const GET = queryEndpoint(licenceQuery)(({ context, query }) => listLicences(context, query));
