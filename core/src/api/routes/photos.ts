import { PATHS } from '../shapes/paths.ts';
import { EmptyResponse, route, uuidParams } from '../shapes/route.ts';

export const photosRoutes = {
  removePhoto: route(PATHS.removePhoto, {
    summary: 'Delete a picture',
    params: uuidParams('photoId'),
    response: EmptyResponse,
  }),
};
