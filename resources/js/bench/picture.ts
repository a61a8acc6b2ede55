const LONGEST = 2200;

/**
 * A photograph made small enough to send and to keep while the network is away; what cannot be read as a picture is
 * sent as it is, and the server says so.
 */
export async function shrink(file: File): Promise<Blob> {
    try {
        const bitmap = await createImageBitmap(file, { imageOrientation: 'from-image' });
        const scale = Math.min(1, LONGEST / Math.max(bitmap.width, bitmap.height));
        const canvas = document.createElement('canvas');
        canvas.width = Math.round(bitmap.width * scale);
        canvas.height = Math.round(bitmap.height * scale);
        canvas.getContext('2d')?.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
        return await new Promise((resolve) => canvas.toBlob((blob) => resolve(blob ?? file), 'image/jpeg', 0.86));
    } catch {
        return file;
    }
}
