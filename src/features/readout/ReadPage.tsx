'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useDropzone } from 'react-dropzone';
import { valuesOfRecord } from '@/core/mapping/read';
import { failureWords } from '@/server/problems/words';
import { Button } from '@/ui/buttons';
import { Notice } from '@/ui/Notice';
import { PageMain } from '../shell/PageMain';
import { TopLine } from '../shell/TopLine';
import { FromPicture } from '../templates/FromPicture';
import { CompareView } from './CompareView';
import { ReportView } from './ReportView';
import { TrySite } from './TrySite';
import { useReadout } from './useReadout';
import { labels } from './words';

/** Read a file: any picture from anywhere, everything that is in it. */
export function ReadPage({
  photo,
  isDemo,
}: {
  isDemo: boolean;
  photo: { id: string; name: string; assignmentId: string } | undefined;
}) {
  const { readout, read } = useReadout(photo);
  const other = useReadout(undefined);
  const second = other.readout;
  const isComparing = readout?.report !== undefined && second?.report !== undefined;
  const { getRootProps, getInputProps, open, isDragActive } = useDropzone({
    noClick: true,
    maxFiles: 2,
    onDropAccepted: ([file, next]) => {
      if (file) read(file, file.name);
      if (next) other.read(next, next.name);
      else other.forget();
    },
  });
  const compare = useDropzone({
    noDrag: true,
    multiple: false,
    onDropAccepted: ([file]) => file && other.read(file, file.name),
  });
  const { onKeyDown: _, tabIndex: __, role: ___, ...root } = getRootProps();
  return (
    <Box {...(root as object)} minHeight="100dvh" bg={isDragActive ? 'wash' : 'ground'}>
      <TopLine place="Read a file" placeHref="/read">
        {readout?.report && (
          <FromPicture name={readout.name} values={valuesOfRecord(readout.report.picture.record)} />
        )}
        {readout?.report && (
          <>
            {isDemo && !isComparing && readout.file && (
              <TrySite file={readout.file} name={readout.name} onBack={other.read} />
            )}
            <Button type="button" onClick={isComparing ? other.forget : compare.open}>
              {isComparing ? labels.backToOneFile : 'Compare with another file …'}
            </Button>
          </>
        )}
        <Button type="button" onClick={open}>
          Choose a picture
        </Button>
      </TopLine>
      <PageMain title="Read a file">
        <input {...getInputProps()} aria-label={labels.pictureToRead} />
        <input {...compare.getInputProps()} aria-label={labels.pictureToCompareWith} />
        {!readout && !photo && (
          <Flex
            direction="column"
            alignItems="center"
            justifyContent="center"
            minHeight="60vh"
            borderWidth="1px"
            borderStyle="dashed"
            borderColor={isDragActive ? 'woad' : 'rule'}
            margin="5"
            padding="6"
            textAlign="center"
          >
            <Box as="h2" textStyle="display">
              Drop a picture here
            </Box>
            <Box color="soft" maxWidth="32em" marginTop="2">
              Everything its records say is read in this window. The picture is not sent anywhere, and nothing
              is written
              {isDemo && '; only a simulated site that you choose gets it, from Fabrica on this machine'}.
              Drop two, and they are compared: the delivered file and the published one.
            </Box>
          </Flex>
        )}
        {!readout && photo && (
          <Box padding="6" color="soft">
            Reading {photo.name} …
          </Box>
        )}
        {readout?.failed && (
          <Notice kind="error" padding="6">
            <chakra.span fontWeight="600">{readout.name}</chakra.span>: {failureWords(readout.failed)}
          </Notice>
        )}
        {second?.failed && (
          <Notice kind="error" padding="6">
            <chakra.span fontWeight="600">{second.name}</chakra.span>: {failureWords(second.failed)}
          </Notice>
        )}
        {isComparing && <CompareView first={readout} second={second} />}
        {readout?.report && !isComparing && (
          <ReportView
            name={readout.name}
            pictureUrl={readout.pictureUrl}
            report={readout.report}
            photoId={readout.isPhoto ? photo?.id : undefined}
            deskUrl={
              readout.isPhoto && photo
                ? `/assignments/${photo.assignmentId}/describe?as=one&picture=${photo.id}`
                : undefined
            }
          />
        )}
      </PageMain>
    </Box>
  );
}
